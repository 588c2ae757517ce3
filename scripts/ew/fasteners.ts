import {
  fit,
  grossMixUps,
  inRows,
  interchangeable,
  measureNext,
  tray,
  worstMixUps,
  whichScrew,
  UNCERTAINTY,
  sizeText,
  type Measured,
  type Measurement,
  type MixUp,
  type ScrewGroup,
  type TrayStyle
} from '$core/fasteners';
import { traySvg } from '$core/formats';
import { Drive, HeadStyle } from '$core/machine';
import { plan, screwsTakenOut } from '$core/plan';
import type { Options } from './options';
import { Refusal, writeTo, type Read } from './files';
import { goalsOf } from './planning';
import { told } from './words';
import { shown } from '$core/result';

/** Gross mix-ups that are listed: nobody reads more. */
const GROSS = 20;

const isGroup = (j: Read['machine']['joints'][number]): j is ScrewGroup => j.kind === 'screws';

/** Every screw in its own hole, and what would happen in others', worst first. */
export function fitTable({ machine }: Read, part: string | undefined): string {
  if (part !== undefined && !machine.parts.some((p) => p.id === part))
    throw new Refusal([`no part "${shown(part)}" in ${machine.id}`]);
  const groups = machine.joints.filter(isGroup).filter((j) => part === undefined || j.a === part || j.b === part);
  const own = groups.map((g) => {
    const what = `${g.id.padEnd(28)} ${String(g.count).padStart(3)} x ${sizeText(g.screw).padEnd(18)} ${g.screw.drive.padEnd(5)}`;
    if (!g.screw.hole) return `${what} its holes were not measured`;
    const { verdict, engagementMm, wantedMm } = fit(g.screw, g.screw.hole, g.screw);
    return `${what} ${verdict}: grips ${engagementMm.toFixed(1)} mm, ${wantedMm.toFixed(1)} wanted`;
  });
  const line = (m: MixUp) =>
    `${m.screw} in ${m.hole}: ${m.fit.verdict}${m.fit.beyondMm > 0 ? ` by ${m.fit.beyondMm.toFixed(1)} mm${m.fit.into ? ` into ${m.fit.into}` : ''}` : ''}`;
  const same = interchangeable(groups).map((list) => list.map((g) => g.id).join(', '));
  const { told, leftOut } = worstMixUps(groups);
  const gross = grossMixUps(groups);
  const mixed = inRows(groups, told).map(
    ({ mixUp, screws, holes }) =>
      `${line({ ...mixUp, screw: screws.join(', '), hole: holes.join(', ') })}, likeness ${mixUp.likeness.toFixed(2)}`
  );
  return [
    ...own,
    ...(same.length > 0 ? ['', 'The same screw in like holes:', ...same] : []),
    '',
    mixed.length > 0 ? 'Mix-ups, worst and likest first:' : 'No mix-ups.',
    ...mixed,
    ...(leftOut > 0 ? [`${leftOut} that matter less are left out.`] : []),
    ...(gross.length > 0
      ? [
          '',
          'Told apart at a glance, and ruinous:',
          ...gross.slice(0, GROSS).map(line),
          ...(gross.length > GROSS ? [`${gross.length - GROSS} more are left out.`] : [])
        ]
      : [])
  ].join('\n');
}

/** `4.1±0.1`, `4.1+-0.1`, or `4.1` as a calliper reads it. */
function measured(text: string | undefined, name: string): Measured | undefined {
  if (text === undefined) return undefined;
  const match = /^(\d+(?:[.,]\d+)?)(?:\s*(?:±|\+-|\+\/-)\s*(\d+(?:[.,]\d+)?))?$/.exec(text.trim());
  if (!match) throw new Refusal([`--${name} is a length in mm, as in 4.1±0.1, not "${shown(text)}"`]);
  const number = (t: string) => Number(t.replace(',', '.'));
  return { mm: number(match[1]!), plusMinus: match[2] === undefined ? UNCERTAINTY.calliper : number(match[2]) };
}

export function which(file: Read, values: Options): string {
  const [length, thread, headDiameter] = [
    measured(values.length, 'length'),
    measured(values.thread, 'thread'),
    measured(values['head-diameter'], 'head-diameter')
  ];
  const drive = choice(Drive.options, values.drive, 'drive');
  const head = choice(HeadStyle.options, values.head, 'head');
  const measurement: Measurement = {
    ...(length ? { length } : {}),
    ...(thread ? { thread } : {}),
    ...(headDiameter ? { headDiameter } : {}),
    ...(drive ? { drive } : {}),
    ...(head ? { head } : {}),
    ...(values['over-all'] ? { measured: 'over-all' as const } : {})
  };
  const missing = groupsOf(file, values).map((group) => ({ group, count: group.count }));
  const ranked = whichScrew(measurement, missing);
  if (ranked.length === 0) return 'no screws are out';
  const byId = new Map(missing.map((m) => [m.group.id, m.group]));
  const next = measureNext(measurement, missing);
  const named = (id: string | undefined) =>
    id === undefined ? 'none of these' : `${byId.get(id)!.name}, ${sizeText(byId.get(id)!.screw)} (${id})`;
  return [
    ...ranked
      .slice(0, 8)
      .map((c) => `${(100 * c.probability).toFixed(c.probability < 0.1 ? 1 : 0).padStart(5)} %  ${named(c.joint)}`),
    ...(next
      ? [
          `Measure next: ${{ length: 'the length', thread: 'the thread', headDiameter: 'the head across', drive: 'the drive', head: 'the form of the head' }[next]}.`
        ]
      : [])
  ].join('\n');
}

function choice<T extends string>(options: readonly T[], given: string | undefined, name: string): T | undefined {
  if (given === undefined || (options as readonly string[]).includes(given)) return given as T | undefined;
  throw new Refusal([`--${name} is one of ${options.join(', ')}, not "${shown(given)}"`]);
}

/** The screws that a job takes out, in the order of its steps; without a job all of the machine's. */
function groupsOf({ access, hash, machine }: Read, values: Options): ScrewGroup[] {
  const goals = goalsOf(values);
  if (goals.length === 0) return machine.joints.filter(isGroup);
  return screwsTakenOut(access.model, plan(access, goals, { hash }));
}

export function trayFor(file: Read, values: Options): string {
  if (goalsOf(values).length === 0)
    throw new Refusal(['tray needs a job: --replace ID[,ID], --remove, --expose or --reach']);
  const style =
    choice(['bin-per-step', 'map', 'in-the-part'] as const satisfies readonly TrayStyle[], values.style, 'style') ??
    'bin-per-step';
  const made = tray(file.access.model, groupsOf(file, values), style);
  const lines = made.bins.map(
    (b) => `${String(b.number).padStart(3)}  ${b.count} x ${b.size}  ${b.name}${b.part ? ` (stay in ${b.part})` : ''}`
  );
  const apart = made.apart.map((m) => `keep apart: ${m.screw} from ${m.hole} (${m.fit.verdict})`);
  if (values.svg !== undefined) writeTo(values.svg, traySvg(file.access.model, made, told));
  return [
    ...(lines.length > 0 ? lines : ['no loose screws']),
    ...apart,
    ...(values.svg === undefined ? [] : [`drawn at true scale in ${values.svg}`])
  ].join('\n');
}
