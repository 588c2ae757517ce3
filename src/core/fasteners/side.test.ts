import { describe, expect, it } from 'vitest';
import { demoAccess, DEMO_MACHINES } from '../testing/machines';
import { screwSide } from '.';

/** Every corner and control point of a path of absolute M, L, H, V and Q. */
function points(d: string): [number, number][] {
  let [x, y] = [0, 0];
  return [...d.matchAll(/([MLHVQZ])([^MLHVQZ]*)/g)].flatMap(([, command, rest]): [number, number][] => {
    const n = rest!.trim().split(/[ ,]+/).filter(Boolean).map(Number);
    if (command === 'H') x = n[0]!;
    else if (command === 'V') y = n[0]!;
    else if (command === 'Q') [x, y] = [n[2]!, n[3]!];
    else if (command !== 'Z') [x, y] = [n[0]!, n[1]!];
    return command === 'Z' ? [] : [[x, y]];
  });
}

describe('a screw from the side', () => {
  const screws = DEMO_MACHINES.flatMap((id) =>
    demoAccess(id).model.machine.joints.flatMap((j) => (j.kind === 'screws' ? [j.screw] : []))
  );
  it('is as broad as its head, as long as it measures, and no wider than its thread below the head', () => {
    for (const screw of screws) {
      const { outline, headMm, shankMm } = screwSide(screw);
      const all = points(outline);
      expect(Math.max(...all.map(([x]) => x)) * 2).toBeCloseTo(screw.headDiameterMm, 2);
      expect(Math.min(...all.map(([x]) => x)) * 2).toBeCloseTo(-screw.headDiameterMm, 2);
      expect(Math.min(...all.map(([, y]) => y))).toBe(0);
      expect(Math.max(...all.map(([, y]) => y))).toBeCloseTo(headMm + shankMm, 2);
      // Measured over all the head is part of the length, under the head it is not.
      expect(screw.measured === 'over-all' ? headMm + shankMm : shankMm).toBeCloseTo(screw.lengthMm, 6);
      for (const [x, y] of all)
        if (y > headMm + 1e-6) expect(Math.abs(x)).toBeLessThanOrEqual(screw.threadMm / 2 + 1e-3);
    }
  });
  it('has a turn for every pitch of its shank', () => {
    for (const screw of screws)
      expect(screwSide(screw).thread).toHaveLength(Math.floor(screwSide(screw).shankMm / screw.pitchMm));
  });
  it('has a head of half its thread where the file does not say', () =>
    expect(screwSide({ ...screws[0]!, headHeightMm: undefined }).headMm).toBe(screws[0]!.threadMm / 2));
});
