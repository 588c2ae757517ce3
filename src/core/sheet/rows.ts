import Papa from 'papaparse';
import { parseScrewSize } from '../fasteners';
import type { Said } from '../language';
import { asLine, Drive, idFor, PartKind, type Part, type Screw } from '../machine';
import { problem, refusal, refused, whyNot, type Problem, type Result } from '../result';
import { USUAL_SCREW } from '../usual';

/** A table from paper has hundreds of rows at most. */
export const SHEET_MAX_CHARS = 500_000;
const MAX_ROWS = 500;

/** The columns of a sheet, in the order of its template. */
export const SHEET_COLUMNS = [
  'part',
  'kind',
  'comes off after',
  'held by',
  'how many',
  'size',
  'drive',
  'cable',
  'note'
] as const;
type Column = (typeof SHEET_COLUMNS)[number];

/** What holds a part, as a table names it. */
const HELD_BY = ['screws', 'clips', 'glue', 'tape', 'latch', 'hook', 'plug'] as const;
export type HeldBy = (typeof HELD_BY)[number];

/** A part as its rows say. */
export interface Row {
  line: number;
  name: string;
  id: string;
  kind: Part['kind'];
  after: string[];
  held: { by: HeldBy; count: number; screw?: Pick<Screw, 'threadMm' | 'lengthMm'> & { drive: Drive } }[];
  cable: boolean;
  note?: string;
}

/** What all parts of a sheet stand on. */
export const ROOT = 'body';

/**
 * Reads a table of parts: CSV, or pasted from a spreadsheet with tabs between. A part that is held by more than one kind of thing has
 * a row for each.
 * @returns the parts by their names in lower case, or what is wrong by row and column
 */
export function readSheet(text: string): Result<{ rows: ReadonlyMap<string, Row> }> {
  if (text.length > SHEET_MAX_CHARS) return refused('too-long', `is longer than ${SHEET_MAX_CHARS / 1000}k characters`);
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: ['\t', ',', ';']
  });
  const [head, ...lines] = data;
  const columns = head?.map((cell) => cell.trim().toLowerCase()) ?? [];
  if (!columns.includes('part')) return refused('no-column', 'has no column "part"', ['row 1']);
  const unknown = columns.filter((c) => c !== '' && !SHEET_COLUMNS.includes(c as Column));
  const problems: Problem[] =
    unknown.length > 0
      ? [problem(['row 1'], 'unknown-column', `has columns that are not known: ${unknown.slice(0, 5).join(', ')}`)]
      : [];
  if (lines.length === 0) return refused('no-row', 'has no row with a part', ['row 2']);
  if (lines.length > MAX_ROWS) return refused('too-many-rows', `has more than ${MAX_ROWS} rows`);

  const rows = new Map<string, Row>();
  const ids = new Set<string>([ROOT]);
  lines.forEach((cells, i) => {
    const line = i + 2;
    const say: Say = (column, code, message) => void problems.push(problem([`row ${line}`, column], code, message));
    const cell = (column: Column) => (cells[columns.indexOf(column)] ?? '').trim();
    const name = cell('part');
    if (name === '') return say('part', 'no-name', 'is empty');
    if (name.length > 80) return say('part', 'too-long', 'is longer than 80 characters');
    const key = name.toLowerCase();
    const known = rows.get(key);
    const row = known ?? {
      line,
      name,
      id: uniqueId(name, ids),
      kind: kindOf(cell('kind'), name, say),
      after: [],
      held: [],
      cable: false
    };
    rows.set(key, row);
    row.after.push(
      ...cell('comes off after')
        .split(/[;/]/)
        .map((s) => s.trim())
        .filter(Boolean)
    );
    if (/^(yes|y|x|1)$/i.test(cell('cable'))) row.cable = true;
    else if (!/^(no|n|0)?$/i.test(cell('cable'))) say('cable', 'not-allowed', 'is yes or no');
    const note = asLine(cell('note'), 400);
    if (note !== '') row.note = note;
    const held = heldBy(cell, say);
    if (held) row.held.push(held);
  });
  for (const row of rows.values())
    for (const name of row.after) {
      const other = rows.get(name.toLowerCase());
      if (!other)
        problems.push(
          problem(
            [`row ${row.line}`, 'comes off after'],
            'unknown-reference',
            `names "${name.slice(0, 60)}", which is no part of the sheet`
          )
        );
      else if (other === row)
        problems.push(problem([`row ${row.line}`, 'comes off after'], 'itself', 'names the part itself'));
    }
  const loop = loopIn(rows);
  if (loop)
    problems.push(
      problem(
        [`row ${loop[0]!.line}`, 'comes off after'],
        'goes-round',
        `goes round: ${loop.map((r) => r.name).join(' after ')}`
      )
    );
  if (problems.length > 0) return refusal(problems.slice(0, 200));
  return { ok: true, rows };
}

type Say = (column: Column, code: string, message: Said) => void;

function heldBy(cell: (column: Column) => string, say: Say): Row['held'][number] | undefined {
  const by = cell('held by').toLowerCase();
  if (by === '') return undefined;
  const known = HELD_BY.find((h) => h === by || h === `${by}s` || `${h}s` === by);
  if (!known) {
    say('held by', 'not-allowed', `is one of ${HELD_BY.join(', ')}, not "${by.slice(0, 30)}"`);
    return undefined;
  }
  const many = cell('how many');
  const count = many === '' ? 1 : Number(many);
  if (!Number.isInteger(count) || count < 1 || count > 200) {
    say('how many', 'not-a-count', `"${many.slice(0, 20)}" is no count from 1 to 200`);
    return undefined;
  }
  if (known !== 'screws') return { by: known, count };
  const written = cell('size');
  const read = written === '' ? undefined : parseScrewSize(written);
  if (read && !read.ok) {
    say('size', read.problems[0]!.code, whyNot(read));
    return undefined;
  }
  const asked = cell('drive').toUpperCase();
  const drive = asked === '' ? USUAL_SCREW.drive : Drive.options.find((d) => d.toUpperCase() === asked);
  if (drive === undefined) {
    say('drive', 'not-allowed', `is one of ${Drive.options.join(', ')}, not "${asked.slice(0, 20)}"`);
    return undefined;
  }
  const { threadMm, lengthMm } = read?.size ?? USUAL_SCREW;
  return { by: 'screws', count, screw: { threadMm, lengthMm, drive } };
}

/** The kind that is named, or the one that the part's name ends in; a bracket where neither says. */
function kindOf(cell: string, name: string, say: Say): Part['kind'] {
  const asked = cell.toLowerCase().replaceAll(' ', '-');
  if (asked !== '') {
    const kind = PartKind.options.find((k) => k === asked);
    if (!kind) say('kind', 'not-allowed', `"${cell.slice(0, 30)}" is no kind of part`);
    return kind ?? 'bracket';
  }
  const words = name.toLowerCase();
  return (
    [...PartKind.options].sort((a, b) => b.length - a.length).find((k) => words.includes(k.replaceAll('-', ' '))) ??
    'bracket'
  );
}

function uniqueId(name: string, taken: Set<string>): string {
  const base = idFor(name, 'part');
  let id = base;
  for (let n = 2; taken.has(id); n++) id = `${base}-${n}`;
  taken.add(id);
  return id;
}

/** A circle of rows that each come off after the next; undefined where there is none. */
function loopIn(rows: ReadonlyMap<string, Row>): Row[] | undefined {
  const settled = new Set<Row>();
  for (const start of rows.values()) {
    const walk = (row: Row, trail: Row[]): Row[] | undefined => {
      if (trail.includes(row)) return [...trail.slice(trail.indexOf(row)), row];
      if (settled.has(row)) return undefined;
      for (const name of row.after) {
        const next = rows.get(name.toLowerCase());
        const loop = next && walk(next, [...trail, row]);
        if (loop) return loop;
      }
      settled.add(row);
      return undefined;
    };
    const loop = walk(start, []);
    if (loop) return loop;
  }
  return undefined;
}
