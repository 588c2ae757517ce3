import { drawingPicture, type Picture } from '../drawing';
import { screwSide } from '../fasteners';
import type { Speak } from '../language';
import type { JointOf } from '../machine';
import { rightAnswer } from './exercise';
import type { Ground } from './kind';
import type { Exercise } from './schema';
import { shownWith } from './shown';
import { optionWords } from './tell';

/** What stands before the options of an exercise. */
export const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

const INK = '#12222a';
const FINE = '#435a65';
/** Room for a screw and its letter, and above the heads, mm. */
const SCREW_MM = 12;
const HEAD_ROOM_MM = 6;

/**
 * What is printed with an exercise: the machine, and screws from the side at true scale over a ruler.
 * @param isAnswer what was asked for may be shown
 */
export function paperPictures(ground: Ground, exercise: Exercise, isAnswer: boolean, speak: Speak): Picture[] {
  const { model } = ground.access;
  const shown = shownWith(ground, exercise, isAnswer);
  const { thing, zone, state, scene } = shown ?? {};
  const face =
    zone && state
      ? [
          drawingPicture(model, zone, state, {
            speak,
            ...(scene ? { scene } : {}),
            ...(thing && 'joint' in thing ? { nowJoint: thing.joint } : {}),
            ...(thing && 'part' in thing ? { nowPart: thing.part } : {})
          })
        ]
      : [];
  return exercise.kind === 'screw' && !isAnswer ? [...face, screwsPicture(ground, exercise, speak)] : face;
}

function screwsPicture({ access: { model } }: Ground, { options }: Exercise, speak: Speak): Picture {
  const sides = options.map((id) => screwSide((model.joint(id) as JointOf<'screws'>).screw));
  const tall = Math.ceil(Math.max(...sides.map((s) => s.headMm + s.shankMm))) + 1;
  const ruler = Array.from({ length: tall + 1 }, (_, mm) => mm);
  return {
    title: speak(options.map((_, i) => LETTERS[i]!).join(' ')),
    x: 0,
    y: -HEAD_ROOM_MM,
    width: SCREW_MM * (sides.length + 1),
    height: tall + HEAD_ROOM_MM + 1,
    items: [
      { shapes: ruler.map((mm) => ({ d: `M0 ${mm}h${mm % 5 === 0 ? 3 : 1.5}`, stroke: FINE, strokeWidth: 0.15 })) },
      ...ruler
        .filter((mm) => mm % 5 === 0)
        .map((mm) => ({ text: String(mm), at: [3.6, mm + 0.8] as const, size: 2.4, fill: FINE })),
      ...sides.flatMap((side, i) => {
        const x = SCREW_MM * (i + 1) + SCREW_MM / 2;
        return [
          {
            text: LETTERS[i]!,
            at: [x, -2.4] as const,
            centred: true as const,
            size: 3.2,
            bold: true as const,
            fill: INK
          },
          {
            shapes: [side.outline, ...side.thread].map((d, k) => ({
              d,
              moved: [x, 0] as const,
              ...(k === 0 ? { fill: '#c3ced2' } : {}),
              stroke: INK,
              strokeWidth: 0.15
            }))
          }
        ];
      })
    ]
  };
}

/** The right answer by the letters of its options; undefined where it is drawn. */
export function answerLetters(ground: Ground, exercise: Exercise): string | undefined {
  const right = rightAnswer(ground, exercise);
  return 'line' in right ? undefined : right.options.map((o) => LETTERS[exercise.options.indexOf(o)]!).join(' ');
}

/** An option on paper: a screw is known by its picture alone. */
export const paperOption = (ground: Ground, exercise: Exercise, option: string) =>
  exercise.kind === 'screw' ? '' : optionWords(ground, exercise, option);
