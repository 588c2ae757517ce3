import type { Part, PartKind } from '../machine';

/** What such parts need care for, where nobody has said it better: caution is kept rather than lost. */
const CARE: Partial<Record<PartKind, Part['care']>> = {
  battery: ['cell'],
  'coin-cell': ['cell'],
  'heat-sink': ['hot', 'bends'],
  board: ['static', 'bends'],
  'small-board': ['static'],
  memory: ['static'],
  card: ['static'],
  storage: ['static'],
  processor: ['static', 'fragile'],
  camera: ['static', 'fragile'],
  reader: ['static'],
  'flat-cable': ['fragile', 'bends'],
  cable: ['fragile'],
  antenna: ['fragile'],
  panel: ['fragile', 'bends'],
  keyboard: ['bends'],
  shield: ['sharp']
};

export const usualCare = (kind: PartKind): Part['care'] => [...(CARE[kind] ?? [])];
