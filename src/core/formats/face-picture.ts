import { areaOf } from '../access';
import { drawingPicture, laidBare, type Letters, type Picture } from '../drawing';
import { goalParts } from '../goals';
import type { Model, Point } from '../machine';
import type { Plan, Step } from '../plan';
import type { Speak } from '../language';

/** Width of a figure to the height of the letters: an even sans-serif. */
const WIDE = 0.62;
/** From the middle of a part's name to below it, mm of the machine. */
const BELOW_NAME_MM = 5;
const INK = '#b4370f';

/** A face of the machine with the numbers of the steps that are done on it. */
export interface NumberedFace {
  zone: string;
  picture: Picture;
  /** How many numbers stand on it. */
  numbers: number;
}

/** Where a step of the way down is done, mm in its face's frame: at every screw, at a seam's start, in the middle of what is moved. */
function placesOf(model: Model, step: Step): Point[] {
  if (step.joint !== undefined) {
    const joint = model.joint(step.joint);
    if (joint.kind === 'clips') return [joint.startAt ?? joint.seam[0]!];
    return joint.kind === 'screws' ? [...joint.at] : joint.at.slice(0, 1);
  }
  const shape = step.part === undefined ? undefined : model.part(step.part).shapes.find((s) => s.zone === step.zone);
  if (!shape) return [];
  const { box } = areaOf(shape.outline);
  // Below the part's name, which stands in its middle.
  return [[(box.minX + box.maxX) / 2, Math.min(box.maxY, (box.minY + box.maxY) / 2 + BELOW_NAME_MM)]];
}

/**
 * The faces that a job works on, in the order in which one comes to them: laid bare, with the number of each step of the way down at its
 * places. The way up is done at the same places.
 * @param letterMm height of a number on a face that has so many, mm of the machine
 */
export function numberedFaces(
  model: Model,
  plan: Plan,
  speak: Speak,
  letterMm: (face: Picture, numbers: number) => number
): NumberedFace[] {
  const done = plan.steps.flatMap((step, i) =>
    step.zone !== undefined && (step.do === 'open' || step.do === 'move') && step.leg === 'down'
      ? [{ zone: step.zone, number: i + 1, places: placesOf(model, step) }]
      : []
  );
  const goals = goalParts(plan.goals);
  return [...new Set(done.map((d) => d.zone))].map((zone) => {
    const bare = drawingPicture(model, zone, laidBare(model, goals), { goals, speak });
    const marks = done
      .filter((d) => d.zone === zone)
      .flatMap(({ number, places }) => places.map((at) => ({ text: String(number), at })));
    const size = letterMm(bare, marks.length);
    const taken: Box[] = [];
    const numbers = marks.flatMap(({ text, at }) => beside(text, at, size, taken));
    return { zone, numbers: marks.length, picture: { ...bare, items: [...bare.items, ...numbers] } };
  });
}

type Box = readonly [x: number, y: number, halfWidth: number, halfHeight: number];
const overlap = (a: Box, b: Box) =>
  Math.max(0, a[2] + b[2] - Math.abs(a[0] - b[0])) * Math.max(0, a[3] + b[3] - Math.abs(a[1] - b[1]));

/** Around a place, the nearest first: beside it, above and below it, across its corners; then farther out. */
const AROUND = [1, 1.9].flatMap((far) =>
  [
    [1, 0],
    [-1, 0],
    [0, -1],
    [0, 1],
    [0.8, -0.8],
    [-0.8, -0.8],
    [0.8, 0.8],
    [-0.8, 0.8]
  ].map(([x, y]) => [x! * far, y! * far] as const)
);

/** A number on a small ground of its own beside its place, where it lies over no other as far as there is room. */
function beside(text: string, at: Point, size: number, taken: Box[]): Picture['items'] {
  const half = [(text.length * WIDE * size) / 2 + 0.12 * size, 0.62 * size] as const;
  const boxes = AROUND.map(([x, y]): Box => [
    at[0] + x * (half[0] + 0.7 * size),
    at[1] + y * (half[1] + 0.5 * size),
    ...half
  ]);
  const covered = boxes.map((box) => taken.reduce((sum, other) => sum + overlap(box, other), 0));
  const box = boxes[covered.indexOf(Math.min(...covered))]!;
  taken.push(box);
  const [x, y, w, h] = box;
  const letters: Letters = { text, at: [x, y + 0.36 * size], centred: true, size, bold: true, fill: INK };
  return [
    {
      shapes: [
        { d: `M${at[0]} ${at[1]}L${x} ${y}`, stroke: INK, strokeWidth: 0.1 * size },
        { d: `M${x - w} ${y - h}h${2 * w}v${2 * h}h${-2 * w}Z`, fill: '#ffffff', fillOpacity: 0.85 }
      ]
    },
    letters
  ];
}
