import type { Cable, PartKind } from '../machine';

/** Breadth and least bend where nobody measured, mm: bench rules of thumb. */
export const USUAL_CABLES: Readonly<Record<Cable['form'], Pick<Cable, 'widthMm' | 'minBendRadiusMm'>>> = {
  flat: { widthMm: 8, minBendRadiusMm: 2 },
  round: { widthMm: 1.5, minBendRadiusMm: 2 },
  coax: { widthMm: 1.2, minBendRadiusMm: 4 },
  bundle: { widthMm: 4, minBendRadiusMm: 5 }
};

export const usualForm = (kind: PartKind): Cable['form'] =>
  kind === 'flat-cable' ? 'flat' : kind === 'antenna' ? 'coax' : 'round';

/** Nearer than this to a plug or a guide of its own a cable is meant to run through it, mm: about a fingertip. */
export const SNAP_MM = 4;

/** A cable is longer than the way it is drawn in: it lies in bends. @param pathMm length of the drawn way, mm */
export const usualLengthMm = (pathMm: number): number => Math.ceil(pathMm * 1.1 + 10);
