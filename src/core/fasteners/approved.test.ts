import { english } from '../testing/english';
import { it } from 'vitest';
import { traySvg } from '../formats';
import { APPROVED_MACHINES, digest, expectApproved } from '../testing/approved';
import { demoAccess } from '../testing/machines';
import {
  crossPattern,
  emptyFates,
  emptyHoles,
  engagement,
  FATES,
  fitMatrix,
  grossMixUps,
  inRows,
  interchangeable,
  isClosed,
  ledgerLine,
  lengthOf,
  measureNext,
  mixUps,
  parseScrewSize,
  screwSide,
  sizeText,
  tellNext,
  tightening,
  torqueLimits,
  torqueVerdict,
  tray,
  whichScrew,
  type Candidate,
  worstMixUps,
  type Measurement,
  type ScrewGroup
} from '.';

const short = (n: number) => Number(n.toFixed(6));

it.each(APPROVED_MACHINES)('what is worked out of the screws of %s is as approved', async (id) => {
  const { model } = demoAccess(id);
  const groups = model.machine.joints.filter((j): j is ScrewGroup => j.kind === 'screws');
  const lines: string[] = [];
  for (const group of groups) {
    const { screw } = group;
    const how = tightening(group);
    const size = sizeText(screw);
    lines.push(`${group.id}: ${size} ${JSON.stringify(parseScrewSize(size))} ${JSON.stringify(how)}`);
    lines.push(
      `  engages ${short(engagement(screw, screw.hole!))}, length ${lengthOf(screw)}, ${digest(screwSide(screw))}`
    );
    lines.push(
      `  limits ${[0, 1].map((pass) => torqueLimits(how, pass).map(short).join('..'))} ${[0.5, 0.86, 1, 1.14, 1.2].map((x) => torqueVerdict(how, 1, how.torqueNm * x)).join(' ')}`
    );
    const account = (out: number, back: number, fates = emptyFates()) => ledgerLine(group, out, back, fates);
    const lost = FATES.map((fate) => ({ ...emptyFates(), [fate]: 1 }));
    lines.push(
      `  account ${[
        account(group.count, group.count),
        account(group.count - 1, 0),
        ...lost.map((f) => account(group.count, group.count - 1, f))
      ]
        .map((l) => `${l.inHand}/${l.unexplained}/${l.emptyHoles}${isClosed(l) ? ' closed' : ''}`)
        .join(' ')}`
    );
    const accounts = groups.map((g) => ({
      group: g,
      line: ledgerLine(g, g.count, g === group ? g.count - 1 : g.count, emptyFates())
    }));
    const loose = groups.map((g) => ({ group: g, count: g.count }));
    const measurements: Measurement[] = [
      {},
      { length: { mm: lengthOf(screw, 'over-all'), plusMinus: 0.05 }, measured: 'over-all' },
      { thread: { mm: screw.threadMm, plusMinus: 0.5 }, headDiameter: { mm: screw.headDiameterMm, plusMinus: 0.05 } },
      { drive: screw.drive, head: screw.head, length: { mm: screw.lengthMm, plusMinus: 1 } }
    ];
    for (const m of measurements) {
      const likeliest = (found: Candidate[]) =>
        found
          .slice(0, 3)
          .map((c) => `${c.joint} ${short(c.probability)}`)
          .join(', ');
      lines.push(
        `  which ${JSON.stringify(m)}: ${likeliest(whichScrew(m, loose))}; next ${measureNext(m, loose)}`,
        `  empty ${likeliest(emptyHoles(accounts, m))}; tell ${tellNext(accounts, m)}`
      );
    }
  }
  const told = worstMixUps(groups);
  lines.push(
    ...mixUps(groups).map(
      (m) => `mix-up ${m.screw} in ${m.hole} ${JSON.stringify(m.fit)} ${short(m.likeness)} ${short(m.rank)}`
    )
  );
  lines.push(`worst ${told.told.length}, left out ${told.leftOut}, rows ${digest(inRows(groups, told.told))}`);
  lines.push(...grossMixUps(groups).map((m) => `gross ${m.screw} in ${m.hole} ${short(m.fit.beyondMm)}`));
  lines.push(...interchangeable(groups).map((same) => `same ${same.map((g) => g.id).join(' ')}`));
  lines.push(...fitMatrix(groups).fits.map((row) => row.map((f) => `${f!.verdict} ${short(f!.beyondMm)}`).join(', ')));
  for (const style of ['bin-per-step', 'map', 'in-the-part'] as const) {
    const sheet = tray(model, groups, style);
    lines.push(`tray ${style}: ${JSON.stringify(sheet.sheet)} ${sheet.sheets} apart ${sheet.apart.length}`);
    lines.push(...sheet.bins.map((b) => `  ${JSON.stringify(b)}`), `  drawn ${digest(traySvg(model, sheet, english))}`);
  }
  await expectApproved(id, lines);
});

it('crossing from screw to screw is as approved', async () => {
  const rows = [1, 2, 3, 4, 5, 6, 9].map((n) =>
    crossPattern(Array.from({ length: n }, (_, i) => [(i * 37) % 50, (i * 23) % 40] as [number, number])).join(' ')
  );
  const ring = crossPattern(Array.from({ length: 8 }, (_, i) => [Math.cos(i), Math.sin(i)] as [number, number]));
  await expectApproved('crossing', [
    ...rows,
    ring.join(' '),
    crossPattern([
      [0, 0],
      [10, 0],
      [10, 10],
      [0, 10],
      [5, 5]
    ]).join(' ')
  ]);
});
