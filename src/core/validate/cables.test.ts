import { expect, it } from 'vitest';
import { pathLength } from '../cables';
import { demoAccess } from '../testing/machines';
import { cableProblems } from './cables';

const told = (lengthMm: (path: number) => number) => {
  const machine = structuredClone(demoAccess().model.machine);
  const cable = machine.cables.find((c) => c.part === 'io-cable')!;
  cable.lengthMm = lengthMm(pathLength(cable).lengthMm);
  return cableProblems(machine)
    .filter((p) => p.place.endsWith('.lengthMm'))
    .map((p) => p.code);
};

it('a cable may be half a millimetre shorter than it is drawn, and no more', () => {
  expect(told((path) => path - 0.4)).toEqual([]);
  expect(told((path) => path - 0.6)).toEqual(['cable-too-short']);
});

it('it may have slack of three tenths and 20 mm, and no more', () => {
  expect(told((path) => path * 1.3 + 19)).toEqual([]);
  expect(told((path) => path * 1.3 + 21)).toEqual(['cable-slack']);
});

it('the mark of an end is one of its plug\u2019s, and an end is held by its joint', () => {
  const machine = structuredClone(demoAccess().model.machine);
  const [index, end] = machine.cables
    .flatMap((c, i) => c.ends.map((e) => [i, e] as const))
    .find(([, e]) => e.mark !== undefined)!;
  expect(cableProblems(machine).filter((p) => p.severity === 'error')).toEqual([]);
  end.mark = 'Z9';
  expect(cableProblems(machine).map((p) => [p.code, p.place.startsWith(`cables[${index}].ends`)])).toContainEqual([
    'mark-mismatch',
    true
  ]);
  end.joint = 'cover-screws';
  expect(cableProblems(machine).map((p) => p.code)).toContain('cable-end');
  expect(cableProblems(machine).map((p) => p.code)).not.toContain('mark-mismatch');
});

it('one mark at two sockets of one part is told, since neither lead can be told by it', () => {
  const machine = structuredClone(demoAccess().model.machine);
  const marked = machine.joints.flatMap((j) => (j.kind === 'connector' && j.marks ? [j] : []));
  const [one, other] = marked.flatMap((a) =>
    marked.filter((b) => b !== a && b.b === a.b).map((b) => [a, b] as const)
  )[0]!;
  const twice = () => cableProblems(machine).filter((p) => p.code === 'mark-twice');
  expect(twice()).toEqual([]);
  other.marks = [...one.marks!];
  expect(twice().map((p) => p.severity)).toEqual(['warning']);
});
