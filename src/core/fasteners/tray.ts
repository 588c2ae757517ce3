import type { Model } from '../machine';
import { worstMixUps, type MixUp, type ScrewGroup } from './mix-ups';
import { sizeText } from './size';

export type TrayStyle = 'bin-per-step' | 'map' | 'in-the-part';

export interface Bin {
  joint: string;
  name: string;
  count: number;
  size: string;
  /** Number on the bin: the place of its step among the steps that bring screws. */
  number: number;
  /** Where it lies on the sheet, mm from its upper left corner. */
  x: number;
  y: number;
  width: number;
  height: number;
  /** The part that the screws stay in, for that style. */
  part?: string;
}

export interface Tray {
  style: TrayStyle;
  sheet: { widthMm: number; heightMm: number };
  /** Sheets that are needed; a bin's `y` counts on over all of them. */
  sheets: number;
  bins: Bin[];
  /** Pairs that do not lie side by side, and what would happen. */
  apart: MixUp[];
  /** A bar to check the print with a ruler, mm. */
  scaleBar: { x: number; y: number; lengthMm: number };
}

/** A4, upright, with room for a title and the scale bar. */
const SHEET = { width: 210, height: 297, margin: 12, head: 30, foot: 25, gap: 4 };

/** Bins in columns and rows that fill a sheet. */
interface Grid {
  columns: number;
  rows: number;
}
/** In tenths of a millimetre. */
const span = (whole: number, n: number) => Math.floor((10 * (whole - (n - 1) * SHEET.gap)) / n) / 10;
const binOf = ({ columns, rows }: Grid) => ({
  width: span(SHEET.width - 2 * SHEET.margin, columns),
  height: span(SHEET.height - SHEET.head - SHEET.foot, rows)
});
/** From few large bins to many that are still large enough for two fingers; a map needs columns enough to show where. */
const grids = (style: TrayStyle): Grid[] =>
  [1, 2, 3, 4]
    .filter((columns) => style !== 'map' || columns > 2)
    .flatMap((columns) => [2, 3, 4, 5, 6, 7, 8].map((rows) => ({ columns, rows })))
    .sort((a, b) => a.columns * a.rows - b.columns * b.rows || a.columns - b.columns);

/**
 * A layout for the screws of a job, to be printed at true scale.
 * @param groups in the order in which the steps bring them; captive screws stay in their part and get no bin
 */
export function tray(model: Model, groups: readonly ScrewGroup[], style: TrayStyle): Tray {
  const loose = groups.filter((g) => !g.screw.captive);
  const apart = worstMixUps(loose).told;
  const mixed = new Set(apart.flatMap((m) => [`${m.screw} ${m.hole}`, `${m.hole} ${m.screw}`]));
  const clash = (a: ScrewGroup, b: ScrewGroup) => mixed.has(`${a.id} ${b.id}`);
  const laid = (grid: Grid) =>
    style === 'map'
      ? onMap(model, loose, clash, grid)
      : style === 'in-the-part'
        ? byPart(loose, clash, grid.columns)
        : inSteps(loose, clash, grid.columns);
  const sheetsFor = (grid: Grid) => Math.max(1, ...laid(grid).map((c) => Math.floor(c.row / grid.rows) + 1));
  // On as few sheets as can be, with the largest bins that this leaves.
  const possible = grids(style).map((grid) => ({ grid, sheets: sheetsFor(grid) }));
  const { grid, sheets } = possible.reduce((best, next) => (next.sheets < best.sheets ? next : best));
  const cells = laid(grid);
  const bin = binOf(grid);
  const bins = cells.map(({ group, column, row }): Bin => {
    const page = Math.floor(row / grid.rows);
    return {
      joint: group.id,
      name: group.name,
      count: group.count,
      size: sizeText(group.screw),
      number: loose.indexOf(group) + 1,
      x: SHEET.margin + column * (bin.width + SHEET.gap),
      y: page * SHEET.height + SHEET.head + (row % grid.rows) * (bin.height + SHEET.gap),
      ...bin,
      ...(style === 'in-the-part' ? { part: group.a } : {})
    };
  });
  return {
    style,
    apart,
    bins,
    sheet: { widthMm: SHEET.width, heightMm: SHEET.height },
    sheets,
    scaleBar: { x: SHEET.margin, y: SHEET.height - SHEET.foot + 7, lengthMm: 100 }
  };
}

interface Cell {
  group: ScrewGroup;
  column: number;
  row: number;
}

const touching = (a: { column: number; row: number }, b: { column: number; row: number }) =>
  Math.abs(a.column - b.column) <= 1 && Math.abs(a.row - b.row) <= 1;

/** In the order of the steps; a cell is left empty where two that must lie apart would touch. */
function inSteps(
  groups: readonly ScrewGroup[],
  clash: (a: ScrewGroup, b: ScrewGroup) => boolean,
  columns: number
): Cell[] {
  const cells: Cell[] = [];
  let next = 0;
  for (const group of groups) {
    let cell: Cell;
    do {
      cell = { group, column: next % columns, row: Math.floor(next / columns) };
      next++;
    } while (cells.some((other) => touching(other, cell) && clash(other.group, group)));
    cells.push(cell);
  }
  return cells;
}

/** The screws of one part together, part by part, each part beginning a row. */
function byPart(
  groups: readonly ScrewGroup[],
  clash: (a: ScrewGroup, b: ScrewGroup) => boolean,
  columns: number
): Cell[] {
  const parts = [...new Set(groups.map((g) => g.a))];
  const cells: Cell[] = [];
  let row = 0;
  for (const part of parts) {
    const own = inSteps(
      groups.filter((g) => g.a === part),
      clash,
      columns
    );
    while (
      own.some((cell) =>
        cells.some((other) => touching(other, { ...cell, row: cell.row + row }) && clash(other.group, cell.group))
      )
    )
      row++;
    cells.push(...own.map((cell) => ({ ...cell, row: cell.row + row })));
    row = Math.max(row, ...cells.map((c) => c.row)) + 1;
  }
  return cells;
}

/** Each bin as near as can be to where its screws sit on the machine's face, shrunk to the sheet. */
function onMap(
  model: Model,
  groups: readonly ScrewGroup[],
  clash: (a: ScrewGroup, b: ScrewGroup) => boolean,
  { columns, rows }: Grid
): Cell[] {
  const { widthMm, depthMm } = model.machine.size;
  const wish = groups.map((group) => {
    const mean = (k: 0 | 1) => group.at.reduce((sum, p) => sum + p[k], 0) / group.at.length;
    return {
      group,
      column: clamp((mean(0) / widthMm) * columns - 0.5, columns - 1),
      row: clamp((mean(1) / depthMm) * rows - 0.5, rows - 1)
    };
  });
  // A bin keeps others from its own cell and the eight around it at most.
  const most = rows + Math.ceil((9 * groups.length) / columns);
  const cells: Cell[] = [];
  for (const { group, column, row } of wish) {
    const free: { column: number; row: number; far: number }[] = [];
    for (let r = 0; r < most; r++) {
      for (let c = 0; c < columns; c++) free.push({ column: c, row: r, far: Math.hypot(c - column, r - row) });
    }
    free.sort((a, b) => a.far - b.far || a.row - b.row || a.column - b.column);
    const cell = free.find(
      (f) => !cells.some((o) => (o.column === f.column && o.row === f.row) || (touching(o, f) && clash(o.group, group)))
    )!;
    cells.push({ group, column: cell.column, row: cell.row });
  }
  return cells;
}

const clamp = (x: number, most: number) => Math.max(0, Math.min(most, x));
