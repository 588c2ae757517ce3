import Papa from 'papaparse';
import { howKnown } from '../library';
import { Drive, Screw, type JointOf, type Machine } from '../machine';
import { explain, type Plan } from '../plan';
import type { Speak } from '../language';
import { problem, refusal, refused, type Problem, type Result } from '../result';

/** A table of a large machine's screws is a few hundred kB. */
const CSV_MAX_CHARS = 2_000_000;

/** The columns of the screw table, in order: what is read back, and how it is written. */
const COLUMNS = {
  group: (j: Group) => j.id,
  name: (j: Group) => j.name,
  part: (j: Group) => j.a,
  onto: (j: Group) => j.b,
  zone: (j: Group) => j.zone,
  count: (j: Group) => j.count,
  thread_mm: (j: Group) => j.screw.threadMm,
  pitch_mm: (j: Group) => j.screw.pitchMm,
  length_mm: (j: Group) => j.screw.lengthMm,
  measured: (j: Group) => j.screw.measured,
  head: (j: Group) => j.screw.head,
  head_diameter_mm: (j: Group) => j.screw.headDiameterMm,
  drive: (j: Group) => j.screw.drive,
  substitutes: (j: Group) => j.screw.substitutes.join(' '),
  captive: (j: Group) => (j.screw.captive ? 'yes' : 'no'),
  torque_nm: (j: Group) => j.screw.torqueNm ?? '',
  clamped_mm: (j: Group) => j.screw.hole?.clampedMm ?? '',
  hole_depth_mm: (j: Group) => j.screw.hole?.depthMm ?? '',
  hole_material: (j: Group) => j.screw.hole?.material ?? ''
};
type Group = JointOf<'screws'>;
type Column = keyof typeof COLUMNS;
/** Places and counts belong to the drawing; the table says them, and they are not read back. */
const DRAWN: readonly Column[] = ['part', 'onto', 'zone', 'count'];

/** Cells that a spreadsheet would run as a formula are written with an apostrophe before them; it is taken off on reading. */
const FORMULA = /^[=+\-@\t\r]/;

export function written(rows: readonly (readonly (string | number)[])[]): string {
  return `${Papa.unparse(rows as (string | number)[][], { newline: '\r\n', escapeFormulae: FORMULA })}\r\n`;
}

/** The machine's screws as CSV (RFC 4180), a row for each group. */
export function screwTable(machine: Machine): string {
  const groups = machine.joints.filter((j): j is Group => j.kind === 'screws');
  return written([Object.keys(COLUMNS), ...groups.map((j) => Object.values(COLUMNS).map((of) => of(j)))]);
}

/** The machine's parts as CSV, a row for each. */
export function partTable({ parts }: Machine): string {
  return written([
    ['part', 'name', 'kind', 'on', 'numbers', 'spare_includes', 'functions', 'care'],
    ...parts.map((p) => [
      p.id,
      p.name,
      p.kind,
      p.on ?? '',
      p.numbers.map((n) => n.number).join(' '),
      p.spareIncludes.join(' '),
      p.functions.join(' '),
      p.care.join(' ')
    ])
  ]);
}

/** The machine's joints as CSV, a row for each: what holds what, and how that is known where it was not written by hand. */
export function jointTable({ joints, origins }: Machine): string {
  return written([
    ['joint', 'name', 'kind', 'holds', 'onto', 'zone', 'seconds', 'known'],
    ...joints.map((j) => [j.id, j.name, j.kind, j.a, j.b, j.zone, j.seconds, howKnown({ origins }, `joints/${j.id}`)])
  ]);
}

/** The machine's cables as CSV, a row for each. */
export function cableTable({ cables }: Machine): string {
  return written([
    ['cable', 'form', 'colour', 'length_mm', 'width_mm', 'min_bend_radius_mm', 'ends', 'guides'],
    ...cables.map((c) => [
      c.part,
      c.form,
      c.colour,
      c.lengthMm,
      c.widthMm,
      c.minBendRadiusMm,
      c.ends.map((e) => (e.mark ? `${e.joint} (${e.mark})` : e.joint)).join('; '),
      c.path.flatMap((p) => p.guide ?? []).join(' ')
    ])
  ]);
}

/**
 * Takes an edited screw table back into the machine. Rows are known by their group; columns that are missing, and groups
 * without a row, stay as they are. What belongs to the drawing is not read.
 * @returns the changed machine (still to be checked as a whole), or what is wrong by row and column
 */
export function readScrewTable(machine: Machine, csv: string): Result<{ machine: Machine; changed: string[] }> {
  if (csv.length > CSV_MAX_CHARS)
    return refused('too-long', `is longer than ${CSV_MAX_CHARS / 1e6} million characters`);
  const parsed = Papa.parse<string[]>(csv.replace(/^\uFEFF/, ''), { skipEmptyLines: true });
  const [head, ...rows] = parsed.data;
  const problems: Problem[] = [];
  if (!head?.includes('group')) return refused('no-column', 'has no column "group"', ['row 1']);
  const unknown = head.filter((c) => !Object.hasOwn(COLUMNS, c));
  if (unknown.length > 0)
    problems.push(
      problem(['row 1'], 'unknown-column', `has columns that are not known: ${unknown.slice(0, 5).join(', ')}`)
    );
  const groups = new Map(machine.joints.flatMap((j) => (j.kind === 'screws' ? [[j.id, j] as const] : [])));
  const edited = new Map<string, Group>();
  rows.forEach((row, i) => {
    const place = (column: string) => [`row ${i + 2}`, column];
    const cells = new Map(head.map((c, k) => [c, unquoted(row[k] ?? '').trim()]));
    const group = groups.get(cells.get('group')!);
    if (!group)
      return void problems.push(
        problem(
          place('group'),
          'unknown-reference',
          `"${cells.get('group')!.slice(0, 60)}" is no group of screws in ${machine.id}`
        )
      );
    if (edited.has(group.id))
      return void problems.push(problem(place('group'), 'duplicate-id', `"${group.id}" stands twice`));
    const next = changed(group, cells, (column, message) =>
      problems.push(problem(place(column), 'not-allowed', message))
    );
    edited.set(group.id, next);
  });
  if (problems.length > 0) return refusal(problems.slice(0, 200));
  const joints = machine.joints.map((j) => edited.get(j.id) ?? j);
  return {
    ok: true,
    machine: { ...machine, joints },
    changed: [...edited.values()].filter((j) => JSON.stringify(j) !== JSON.stringify(groups.get(j.id))).map((j) => j.id)
  };
}

function unquoted(cell: string): string {
  return cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell;
}

function changed(
  group: Group,
  cells: ReadonlyMap<string, string>,
  say: (column: string, message: string) => void
): Group {
  const { hole: known, ...screw } = structuredCloned(group.screw);
  const hole: Partial<NonNullable<Screw['hole']>> = known ?? {};
  const number = (column: Column, set: (n: number) => void) => {
    const cell = cells.get(column);
    if (cell === undefined || cell === '') return;
    const n = Number(cell.replace(',', '.'));
    if (Number.isFinite(n)) set(n);
    else say(column, `"${cell.slice(0, 30)}" is not a number`);
  };
  const text = (column: Column, set: (s: string) => void) => {
    const cell = cells.get(column);
    if (cell !== undefined && cell !== '') set(cell);
  };
  number('thread_mm', (n) => (screw.threadMm = n));
  number('pitch_mm', (n) => (screw.pitchMm = n));
  number('length_mm', (n) => (screw.lengthMm = n));
  number('head_diameter_mm', (n) => (screw.headDiameterMm = n));
  number('torque_nm', (n) => (screw.torqueNm = n));
  number('clamped_mm', (n) => (hole.clampedMm = n));
  number('hole_depth_mm', (n) => (hole.depthMm = n));
  text('measured', (s) => (screw.measured = s as Screw['measured']));
  text('head', (s) => (screw.head = s as Screw['head']));
  text('drive', (s) => (screw.drive = s as Drive));
  text('hole_material', (s) => (hole.material = s as NonNullable<Screw['hole']>['material']));
  if (cells.has('substitutes')) screw.substitutes = cells.get('substitutes')!.split(/\s+/).filter(Boolean) as Drive[];
  text('captive', (s) => {
    if (s !== 'yes' && s !== 'no') say('captive', `is yes or no, not "${s.slice(0, 30)}"`);
    else screw.captive = s === 'yes';
  });
  const checked = Screw.safeParse({ ...screw, ...(Object.keys(hole).length > 0 ? { hole } : {}) });
  if (!checked.success) {
    for (const issue of checked.error.issues) say(columnOf(issue.path), issue.message);
    return group;
  }
  let { name } = group;
  text('name', (s) => (name = s));
  if (name.length > 120) say('name', 'is longer than 120 characters');
  for (const column of DRAWN) {
    const cell = cells.get(column);
    if (cell !== undefined && cell !== '' && cell !== String(COLUMNS[column](group)))
      say(column, `belongs to the drawing and is not changed here (it is ${COLUMNS[column](group)})`);
  }
  return { ...group, name, screw: checked.data };
}

const structuredCloned = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

function columnOf(path: readonly PropertyKey[]): string {
  const names: Record<string, Column> = {
    threadMm: 'thread_mm',
    pitchMm: 'pitch_mm',
    lengthMm: 'length_mm',
    headDiameterMm: 'head_diameter_mm',
    torqueNm: 'torque_nm',
    clampedMm: 'clamped_mm',
    depthMm: 'hole_depth_mm',
    material: 'hole_material'
  };
  const [first, second] = path.map(String);
  const last = first === 'hole' ? second! : first!;
  return names[last] ?? last;
}

/** The plan's steps as CSV (RFC 4180), a row for each, in the language of who speaks. */
export function stepTable(plan: Plan, speak: Speak): string {
  return written([
    [
      'step',
      'leg',
      'do',
      'what',
      'how',
      'screws',
      'tool',
      'side and lid',
      'seconds',
      'mirror',
      'departs because',
      'why'
    ],
    ...plan.steps.map((s, i) => [
      i + 1,
      s.leg,
      s.do,
      speak(s.text),
      speak(s.detail ?? ''),
      s.count ?? '',
      s.tool ?? '',
      s.pose ?? '',
      s.seconds,
      s.mirror ?? '',
      speak(s.departs ?? ''),
      explain(plan, s)
        .map((r) => speak(r.text))
        .join(' ')
    ])
  ]);
}
