import { MACHINE_FORMAT, idFor, Machine, type Zone } from '../machine';
import { say, type Speak } from '../language';
import { USUAL_POSES } from '../usual';

/** How a notebook is built, as far as a new drawing begins with it. */
export const FAMILIES = ['blank', 'from-below', 'from-above', 'with-bays'] as const;
export type Family = (typeof FAMILIES)[number];

export interface About {
  maker: string;
  model: string;
  widthMm: number;
  depthMm: number;
  heightMm: number;
}

type Start = Pick<Machine['parts'][number], 'id' | 'kind'> & { name: Parameters<Speak>[0] };

/** Parts that lie over all of a face, from the outside in, by the face. */
const LAYERS: Record<Family, { underside: Start[]; topside: Start[] }> = {
  blank: { underside: [], topside: [] },
  'from-below': { underside: [{ id: 'bottom-cover', kind: 'cover', name: say('start.bottomCover') }], topside: [] },
  'from-above': {
    underside: [],
    topside: [
      { id: 'keyboard', kind: 'keyboard', name: say('start.keyboard') },
      { id: 'palm-rest', kind: 'cover', name: say('start.palmRest') }
    ]
  },
  'with-bays': {
    underside: [
      { id: 'battery', kind: 'battery', name: say('start.battery') },
      { id: 'memory-door', kind: 'cover', name: say('start.memoryDoor') },
      { id: 'drive-door', kind: 'cover', name: say('start.driveDoor') }
    ],
    topside: []
  }
};
/** Where doors and bays lie at first, as shares of the face: they are moved to where they are. */
const PLACES: Partial<Record<string, readonly [x: number, y: number, width: number, height: number]>> = {
  battery: [0.15, 0.03, 0.7, 0.22],
  'memory-door': [0.3, 0.35, 0.3, 0.25],
  'drive-door': [0.65, 0.6, 0.3, 0.3]
};

/** A machine to begin with: its body, its two faces, and what such machines have on them, each with its screws still to be placed. */
export function startOf(family: Family, { maker, model, widthMm, depthMm, heightMm }: About, speak: Speak): Machine {
  const outline = { form: 'rect', x: 0, y: 0, width: widthMm, height: depthMm } as const;
  const zones: Zone[] = [
    { id: 'underside', name: speak(say('start.underside')), pose: USUAL_POSES.underside, outline },
    { id: 'topside', name: speak(say('start.topside')), pose: USUAL_POSES.topside, outline }
  ];
  const placed = (zone: 'underside' | 'topside') =>
    LAYERS[family][zone].map(({ id, kind, name }, i) => {
      const [x, y, w, h] = PLACES[id] ?? [0, 0, 1, 1];
      const box = { x: x * widthMm, y: y * depthMm, width: w * widthMm, height: h * depthMm };
      const round = (mm: number) => Math.round(mm * 10) / 10;
      return {
        id,
        kind,
        name: speak(name),
        on: 'case',
        shapes: [
          {
            zone,
            outline: {
              form: 'rect' as const,
              x: round(box.x),
              y: round(box.y),
              width: round(box.width),
              height: round(box.height)
            },
            depth: [i * 2, i * 2 + 1.5] as [number, number]
          }
        ],
        moves: [{ id: 'lift', kind: 'lift' as const, zone, seconds: 10 }]
      };
    });
  return Machine.parse({
    format: MACHINE_FORMAT,
    id: idFor(`${maker} ${model}`, 'machine'),
    maker,
    model,
    revision: 'r1',
    size: { widthMm, depthMm, heightMm },
    zones,
    parts: [
      {
        id: 'case',
        name: speak(say('kind.case')),
        kind: 'case',
        shapes: zones.map((z) => ({ zone: z.id, outline, depth: [Math.min(6, heightMm / 2), heightMm] }))
      },
      ...placed('underside'),
      ...placed('topside')
    ],
    joints: [],
    isolation: { steps: [] }
  });
}

/** A copy of a machine as the start of another: the same drawing under another name. */
export const copyOf = (machine: Machine, { maker, model }: Pick<About, 'maker' | 'model'>): Machine => ({
  ...machine,
  id: idFor(`${maker} ${model}`, 'machine'),
  maker,
  model,
  revision: 'r1'
});
