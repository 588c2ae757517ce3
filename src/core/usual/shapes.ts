import type { Machine } from '../machine';

type PartKind = Machine['parts'][number]['kind'];

/** The outline of a part that is made to a standard, mm: laid down instead of drawn. */
export interface StandardShape {
  /** As it is printed on the part, or its size. */
  name: string;
  kind: PartKind;
  widthMm: number;
  heightMm: number;
  /** Round: both are the diameter. */
  isRound?: boolean;
  thicknessMm?: number;
}

/**
 * Cards by the figures in their name, width and length (PCI Express M.2 specification); memory modules by JEDEC MO-310; drives by
 * SFF-8201; coin cells by IEC 60086-3. Fans are as large as most.
 */
export const STANDARD_SHAPES: readonly StandardShape[] = [
  { name: '2280', kind: 'storage', widthMm: 80, heightMm: 22, thicknessMm: 2.2 },
  { name: '2242', kind: 'storage', widthMm: 42, heightMm: 22, thicknessMm: 2.2 },
  { name: '2230', kind: 'storage', widthMm: 30, heightMm: 22, thicknessMm: 2.2 },
  { name: '2.5\u2033', kind: 'storage', widthMm: 100.2, heightMm: 69.85, thicknessMm: 7 },
  { name: '2230', kind: 'card', widthMm: 30, heightMm: 22, thicknessMm: 2.2 },
  { name: '3042', kind: 'card', widthMm: 42, heightMm: 30, thicknessMm: 2.2 },
  { name: 'SO-DIMM', kind: 'memory', widthMm: 69.6, heightMm: 30, thicknessMm: 3.7 },
  { name: '60 × 60', kind: 'fan', widthMm: 60, heightMm: 60, thicknessMm: 5.5 },
  { name: '75 × 75', kind: 'fan', widthMm: 75, heightMm: 75, thicknessMm: 5.5 },
  { name: '85 × 80', kind: 'fan', widthMm: 85, heightMm: 80, thicknessMm: 6 },
  { name: 'CR2032', kind: 'coin-cell', widthMm: 20, heightMm: 20, isRound: true, thicknessMm: 3.2 },
  { name: 'CR1616', kind: 'coin-cell', widthMm: 16, heightMm: 16, isRound: true, thicknessMm: 1.6 },
  { name: 'CR1220', kind: 'coin-cell', widthMm: 12.5, heightMm: 12.5, isRound: true, thicknessMm: 2 }
];

export const standardShapesOf = (kind: PartKind): StandardShape[] => STANDARD_SHAPES.filter((s) => s.kind === kind);
