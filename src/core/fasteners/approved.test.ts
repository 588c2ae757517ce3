import { it } from 'vitest';
import { english } from '../testing/english';
import { expectApproved } from '../testing/approved';
import { demoAccess } from '../testing/machines';
import { mixUpWords } from '../words';
import { engagement, interchangeable, sizeText, tightening, tray, worstMixUps, type ScrewGroup } from '.';

it('what somebody reads of the screws of a machine is as approved', async () => {
  const { model } = demoAccess();
  const groups = model.machine.joints.filter((j): j is ScrewGroup => j.kind === 'screws');
  const { told, leftOut } = worstMixUps(groups);
  await expectApproved('norrvik-fathom-14', [
    ...groups.map((group) => {
      const { order, by, passes, torqueNm, guideline } = tightening(group);
      const { screw } = group;
      return `${group.name}: ${sizeText(screw)}, grips ${engagement(screw, screw.hole!).toFixed(1)} mm; ${order.map((i) => i + 1).join(' ')} ${by}, ${passes} passes, ${torqueNm} N·m${guideline ? ' as a guideline' : ''}`;
    }),
    ...told.map((m) => english(mixUpWords(model, m))),
    `${leftOut} lesser ones`,
    ...interchangeable(groups).map((same) => `the same: ${same.map((g) => g.name).join(', ')}`),
    ...(['bin-per-step', 'map', 'in-the-part'] as const).flatMap((style) => {
      const { sheet, sheets, apart, bins } = tray(model, groups, style);
      return [
        `tray ${style}: ${sheets} of ${sheet.widthMm} x ${sheet.heightMm} mm, ${apart.length} kept apart`,
        ...bins.map(
          (b) => `  ${b.number}: ${b.count} x ${b.size}, ${b.name}; ${b.width.toFixed(0)} x ${b.height.toFixed(0)} mm`
        )
      ];
    })
  ]);
});
