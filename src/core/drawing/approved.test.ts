import { english } from '../testing/english';
import { it } from 'vitest';
import { ConnectorFamily, Drive, HeadStyle, PartKind, type Joint, type MachineState, type Model } from '../machine';
import { APPROVED_MACHINES, digest, expectApproved } from '../testing/approved';
import { demoAccess, DEMO_MACHINES } from '../testing/machines';
import { drawingSvg, fromOutside, haloInks, laidBare, namesOf, sceneOf, thingsOf, untouched, viewOf } from '.';
import { jointInks } from './joint';
import { partInks } from './part';

const plain = demoAccess().model;
const changed = (joint: Joint, screw: object): Joint =>
  joint.kind === 'screws' ? { ...joint, screw: { ...joint.screw, ...screw } } : joint;

/** As it stands, without what only hides, with all joints open and what is leashed hanging, and half taken apart. */
function states({ machine }: Model): Record<string, MachineState> {
  const half = machine.parts.filter((_, i) => i % 2 === 1).map((p) => p.id);
  return {
    untouched: untouched(),
    open: {
      open: new Set(machine.joints.map((j) => j.id)),
      leashed: new Set(machine.parts.filter((p) => p.moves.some((m) => m.kind !== 'lift')).map((p) => p.id)),
      off: new Set()
    },
    half: {
      open: new Set(machine.joints.filter((j) => half.includes(j.a) || half.includes(j.b)).map((j) => j.id)),
      leashed: new Set(),
      off: new Set(half)
    }
  };
}

it('what parts and joints of each kind look like is as approved', async () => {
  const lines = PartKind.options.flatMap((kind) =>
    [
      [80, 30],
      [30, 80],
      [24, 24],
      [300, 200]
    ].map(([w, h]) => {
      const of = ['a', 'b'].map((id) => ({ ...plain.part('fan'), kind, id: `${kind}-${id}` }));
      const inks = of.map((part) => partInks(part, { minX: 10, minY: 20, maxX: 10 + w!, maxY: 20 + h! }));
      return `${kind} ${w} x ${h}: ${inks.map((i) => `${i.length} ${digest(i)}`).join(', ')}`;
    })
  );
  const [screws, plug] = ['fan-screws', 'fan-plug'].map((id) => plain.joint(id));
  const cable = plain.machine.cables[0]!;
  const joints: [string, Joint][] = [
    ...ConnectorFamily.options.map((family): [string, Joint] => [family, { ...plug!, family } as Joint]),
    ...Drive.options.map((drive): [string, Joint] => [drive, changed(screws!, { drive })]),
    ...HeadStyle.options.map((head): [string, Joint] => [head, changed(screws!, { head, captive: true })]),
    ...[2, 5, 9, 14].map((lengthMm): [string, Joint] => [`${lengthMm} mm`, changed(screws!, { lengthMm })]),
    ...DEMO_MACHINES.flatMap((id) =>
      demoAccess(id).model.machine.joints.map((j): [string, Joint] => [`${id} ${j.kind}`, j])
    ).filter(([name], i, all) => all.findIndex(([n]) => n === name) === i)
  ];
  for (const [name, joint] of joints)
    lines.push(
      `${name}: ${[jointInks(joint, false), jointInks(joint, true), jointInks(joint, false, cable), haloInks(joint)].map(digest).join(' ')}`
    );
  await expectApproved('kinds', lines);
});

it.each(APPROVED_MACHINES)('the drawings of %s are as approved', async (id) => {
  const { model } = demoAccess(id);
  const lines: string[] = [];
  for (const zone of model.machine.zones) {
    const all = { ...states(model), bare: laidBare(model, ['fan']) };
    for (const [name, state] of Object.entries(all)) {
      for (const from of name === 'untouched' ? [0, 3] : [0]) {
        const scene = sceneOf(model, zone.id, state, from);
        lines.push(
          `${zone.id} ${name} from ${from}: paper ${digest(drawingSvg(model, zone.id, state, { from, speak: english }))}`
        );
        for (const drawn of scene) lines.push(`  ${drawn.key} ${drawn.depth} ${digest(drawn)}`);
        lines.push(`  names ${JSON.stringify(namesOf(scene, new Set(['fan']), 4.6, (part) => part.name))}`);
        lines.push(`  outside ${digest(fromOutside(scene).map((d) => d.key))}`);
        for (const thing of thingsOf(model, scene, state))
          lines.push(`  ${thing.thing}: ${english(thing.name)}, ${english(thing.about)}`);
      }
    }
    const svg = drawingSvg(model, zone.id, untouched(), {
      widthMm: 180,
      heightMm: 120,
      nowPart: 'fan',
      nowJoint: model.machine.joints[0]!.id,
      goals: ['battery'],
      speak: english
    });
    lines.push(`${zone.id} in hand ${digest(svg)}`);
    for (const near of [true, false])
      lines.push(
        `${zone.id} view ${JSON.stringify(
          viewOf(
            { minX: 0, minY: 0, maxX: 300, maxY: 200 },
            [
              [40, 50],
              [90, 55]
            ],
            near
          )
        )}`
      );
  }
  for (const joint of model.machine.joints) lines.push(`halo of ${joint.id} ${digest(haloInks(joint))}`);
  await expectApproved(id, lines);
});
