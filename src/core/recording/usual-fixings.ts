import type { Fixing } from './events';

/** Each kind of thing that holds, as one first takes it up: what is told of it comes later. */
export const USUAL_FIXINGS: readonly Fixing[] = [
  { kind: 'screws' },
  { kind: 'connector', family: 'flip-lock-back' },
  { kind: 'clips' },
  { kind: 'adhesive', adhesive: 'foam-tape' },
  { kind: 'tape', material: 'polyimide' },
  { kind: 'dressing', guide: 'channel' },
  { kind: 'latch' },
  { kind: 'hook' },
  { kind: 'seal' }
];
