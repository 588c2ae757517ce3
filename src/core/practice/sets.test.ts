import { describe, expect, it } from 'vitest';
import { answerLetters, EXERCISE_KINDS, paperPictures, rightAnswer, type Ground } from '../exercises';
import { screwSide } from '../fasteners';
import { speaker, catalogueOf } from '../language';
import type { JointOf } from '../machine';
import { demoGround } from '../testing/demo-faults';
import { DEMO_MACHINES } from '../testing/machines';
import { ExerciseSet, MOST_IN_SET, setOf, SetWish } from '.';

const kinds = [...EXERCISE_KINDS];
const speak = speaker('en', await catalogueOf('en'));

const screwOf = ({ access }: Ground, id: string) => (access.model.joint(id) as JointOf<'screws'>).screw;

describe.each(DEMO_MACHINES)('a set of exercises on %s', (id) => {
  const ground = demoGround(id);
  const wish = { name: 'Week 3', kinds, count: 15, seed: 4 };

  it('is as long as was asked, asks nothing twice, and is the same whenever it is made', () => {
    const set = setOf(ground, wish)!;
    expect(ExerciseSet.parse(JSON.parse(JSON.stringify(set)))).toEqual(set);
    expect(set.exercises).toHaveLength(15);
    const asked = set.exercises.map((e) => JSON.stringify([e.kind, e.about, e.given, [...e.options].sort()]));
    expect(new Set(asked).size).toBe(15);
    expect(new Set(set.exercises.map((e) => e.kind)).size).toBeGreaterThan(6);
    expect(set.exercises.every((e) => e.kind !== 'whole-job')).toBe(true);
    expect(setOf(ground, wish)).toEqual(set);
    expect(setOf(ground, { ...wish, seed: 5 })).not.toEqual(set);
  });

  it('has pictures and right answers for paper', () => {
    for (const exercise of setOf(ground, wish)!.exercises) {
      const right = rightAnswer(ground, exercise);
      const letters = answerLetters(ground, exercise);
      expect(letters?.split(' ').length).toBe('options' in right ? right.options.length : undefined);
      for (const isAnswer of [false, true])
        for (const { width, height, items } of paperPictures(ground, exercise, isAnswer, speak))
          expect([width > 0, height > 0, items.length > 0]).toEqual([true, true, true]);
      // Screws stand side by side by their letters, beside a ruler that is longer than the longest.
      if (exercise.kind === 'screw') {
        const picture = paperPictures(ground, exercise, false, speak).at(-1)!;
        const texts = picture.items.flatMap((item) => ('text' in item ? [item] : []));
        const xs = texts.filter((item) => /^[A-Z]$/.test(item.text)).map((item) => item.at[0]);
        expect(xs).toHaveLength(exercise.options.length);
        expect(xs.slice(1).map((x, i) => x - xs[i]!)).toEqual(xs.slice(1).map(() => 12));
        expect([xs[0]! >= 12, xs.at(-1)! + 6 <= picture.width]).toEqual([true, true]);
        const longest = Math.max(
          ...exercise.options.map((o) => screwSide(screwOf(ground, o))).map((side) => side.headMm + side.shankMm)
        );
        // A millimetre between the longest and the end of the ruler at least, and one below that.
        expect(picture.y + picture.height).toBeGreaterThanOrEqual(longest + 2);
        const marks = texts.filter((item) => /^\d+$/.test(item.text)).map((item) => Number(item.text));
        expect(marks.at(-1)! + 5).toBeGreaterThan(longest);
      }
      // A cable that is to be drawn is not on the sheet, and is on its answer.
      if (exercise.kind === 'route') {
        const count = (isAnswer: boolean) => paperPictures(ground, exercise, isAnswer, speak)[0]!.items.length;
        expect(count(true)).toBeGreaterThan(count(false));
      }
    }
  });
});

it('begins with the first kind that is wanted, by turns', () => {
  const set = setOf(demoGround('norrvik-fathom-14'), { name: 'Turns', kinds: ['motion', 'screw'], count: 4, seed: 1 })!;
  expect(set.exercises.map((e) => e.kind)).toEqual(['screw', 'motion', 'screw', 'motion']);
});

it('a wish has kinds, so many exercises, and a number', () => {
  const wish: SetWish = { name: 'Week 3', kinds: ['screw'], count: 1, seed: 0 };
  const isOne = (more: object) => SetWish.safeParse({ ...wish, ...more }).success;
  for (const right of [{}, { count: MOST_IN_SET }, { seed: 1e9 }, { seed: 1 }]) expect(isOne(right)).toBe(true);
  for (const wrong of [
    { count: 0 },
    { count: MOST_IN_SET + 1 },
    { seed: -1 },
    { seed: 1e9 + 1 },
    { kinds: [] },
    { count: 1.5 }
  ])
    expect(isOne(wrong)).toBe(false);
});

it('only what is wanted is asked; a whole job is not for a sheet', () => {
  const ground = demoGround('lindquay-slip-11');
  const set = setOf(ground, { name: 'Plugs', kinds: ['motion', 'screw'], count: 6, seed: 1 })!;
  expect(new Set(set.exercises.map((e) => e.kind))).toEqual(new Set(['motion', 'screw']));
  expect(setOf(ground, { name: 'x', kinds: ['whole-job'], count: 6, seed: 1 })).toBeUndefined();
});
