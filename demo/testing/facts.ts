import { inEnglish } from '$core/testing/english';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { expect } from 'vitest';
import { withGerman } from '../authoring/german';
import { drawingProblems } from '$core/access';
import { checkPlan } from '$core/check';
import { readMachineFile } from '$core/formats';
import { plan, type Plan } from '$core/plan';
import { THOROUGH } from '$core/testing/effort';
import { singleGoals } from './goals';
import { PlanningError, type Goal } from '$core/goals';

/** A shipped demo machine, and what can be said of its plans. Steps go by `down/joint:ID`, `down/move:PART/MOVE`, `up/...`. */
export function demoMachine(id: string) {
  const text = readFileSync(fileURLToPath(new URL(`../machines/${id}.json`, import.meta.url)), 'utf8');
  const file = readMachineFile(text);
  if (!file.ok) throw new Error(JSON.stringify(file.problems));
  const made = new Map<string, Plan>();
  const planOf = (goals: Goal[], bit = false): Plan => {
    const key = JSON.stringify([goals, bit]);
    made.set(
      key,
      made.get(key) ??
        inEnglish(plan(file.access, goals, { hash: file.hash, weighting: bit ? 'bit-by-bit' : 'part-by-part' }))
    );
    return made.get(key)!;
  };
  const replace = (...parts: string[]) => planOf(parts.map((part): Goal => ({ do: 'replace', part })));
  const remove = (...parts: string[]) => planOf(parts.map((part): Goal => ({ do: 'remove', part })));
  const place = (p: Plan, id: string) => {
    const i = p.steps.findIndex((s) => s.id === id);
    expect(i, `${id} is in the plan`).toBeGreaterThanOrEqual(0);
    return i;
  };
  return {
    file,
    text,
    planOf,
    replace,
    remove,
    place,
    has: (p: Plan, id: string) => p.steps.some((s) => s.id === id),
    step: (p: Plan, id: string) => p.steps[place(p, id)]!,
    inOrder: (p: Plan, ...ids: string[]) => {
      const places = ids.map((id) => place(p, id));
      expect(places, ids.join(' < ')).toEqual([...places].sort((a, b) => a - b));
    },
    /** Every second single goal that is possible, in the one weighting or the other; where all is to be tried, every one in both. */
    singles: function* () {
      for (const [i, goal] of singleGoals(file.machine).entries()) {
        for (const bit of THOROUGH ? [false, true] : i % 2 === 0 ? [i % 4 === 0] : []) {
          try {
            yield { name: `${goal.do} ${'part' in goal ? goal.part : goal.joint}`, goal, plan: planOf([goal], bit) };
          } catch (error) {
            if (!(error instanceof PlanningError)) throw error;
          }
        }
      }
    },
    /** No plan with this step order is let through: the two steps, swapped by hand, are a fault to the checker. */
    forbids: (p: Plan, first: string, second: string) => {
      const [i, k] = [place(p, first), place(p, second)];
      expect(i, `${first} comes before ${second}`).toBeLessThan(k);
      const steps = [...p.steps];
      steps.splice(i, 0, ...steps.splice(k, 1));
      expect(checkPlan(file.machine, { ...p, steps }).join('\n'), `${second} before ${first}`).toMatch(
        /cannot be|too early/
      );
    }
  };
}

/** What holds of every machine that ships: complete, as its builder writes it, and every single goal planned, proved and checked. */
export function holdsForAll(id: string, built: unknown) {
  const { file, text, singles } = demoMachine(id);
  const { machine } = file;
  return {
    asBuilt: () => expect(JSON.parse(text)).toEqual(JSON.parse(JSON.stringify(withGerman(built as object)))),
    complete: () => {
      expect(drawingProblems(file.access)).toEqual([]);
      expect(machine.parts.length).toBeGreaterThanOrEqual(30);
      expect(machine.parts.length).toBeLessThanOrEqual(70);
      const screws = machine.joints.filter((j) => j.kind === 'screws');
      expect(screws.reduce((sum, j) => sum + j.count, 0)).toBeGreaterThan(40);
      for (const part of machine.parts.filter((p) => ['cable', 'flat-cable', 'antenna'].includes(p.kind)))
        expect(
          machine.cables.some((c) => c.part === part.id),
          part.id
        ).toBe(true);
      for (const zone of machine.zones)
        expect(
          machine.parts.some((p) => p.shapes.some((s) => s.zone === zone.id)),
          zone.id
        ).toBe(true);
    },
    planned: () => {
      let plans = 0;
      for (const { name, plan: p } of singles()) {
        expect(checkPlan(file.machine, p, file.hash), name).toEqual([]);
        expect(p.set.proved, name).toBe(true);
        expect(p.loose, `${name}: turned with something loose`).toEqual([]);
        plans++;
      }
      const all = singleGoals(machine).length;
      expect(plans).toBe(THOROUGH ? 2 * all : Math.ceil(all / 2));
    }
  };
}
