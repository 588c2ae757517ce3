import { powerGap, type Model } from '../machine';
import { problem, warning, type Problem } from '../result';
import { POWER_GAPS } from '../words';

/** Whether the file says how power is taken away, and whether what it names can do so. */
export function powerProblems(model: Model): Problem[] {
  const { machine } = model;
  const gap = powerGap(machine);
  if (gap) return [problem(['isolation'], gap, POWER_GAPS[gap])];
  const { joint, steps } = machine.isolation;
  const batteries = machine.parts.filter((p) => p.kind === 'battery');
  const byFirmware = steps.some((s) => s.kind === 'firmware-disconnect');
  const isolating = new Set([...(joint === undefined ? [] : [joint]), ...steps.flatMap((s) => s.joint ?? [])]);
  return [
    ...(joint !== undefined && batteries.length > 0 && !batteries.some((b) => feeds(model, b.id).has(joint))
      ? [
          warning(
            ['isolation', 'joint'],
            'isolates-elsewhere',
            `"${joint}" takes the power away, and is no plug of the battery or of a lead that leaves with it`
          )
        ]
      : []),
    ...batteries
      .filter((b) => batteries.length > 1 && !byFirmware && ![...feeds(model, b.id)].some((id) => isolating.has(id)))
      .map((b) =>
        warning(
          ['parts', machine.parts.indexOf(b)],
          'cell-stays-connected',
          `nothing of the isolation takes the power of "${b.id}" away`
        )
      ),
    ...(steps.some((s) => s.kind === 'unplug-adapter')
      ? []
      : [warning(['isolation', 'steps'], 'adapter-left', POWER_GAPS['adapter-left'])])
  ];
}

/** Joints by which a battery is connected: its own, those of what leaves with it, and the far ends of cables that are plugged into it. */
function feeds(model: Model, battery: string): Set<string> {
  const { joints } = model.machine;
  const own = new Set([battery, ...model.riders(battery)]);
  const cables = new Set(model.machine.cables.map((c) => c.part));
  for (const j of joints)
    if (j.kind === 'connector')
      for (const [end, other] of [
        [j.a, j.b],
        [j.b, j.a]
      ] as const)
        if (own.has(end) && cables.has(other)) own.add(other);
  return new Set(joints.flatMap((j) => (j.kind === 'connector' && (own.has(j.a) || own.has(j.b)) ? [j.id] : [])));
}
