import { type Said, say } from '../language';

/** Why a cell is judged as it is. All shares 0 to 1, of its capacity when new; limits are the shop's. */
export const CELL_WORDS = {
  unknown: say('cell.unknown'),
  uncalibrated: (share: number): Said => say('cell.uncalibrated', { share }),
  worn: (share: number, limit: number): Said => say('cell.worn', { share, limit }),
  cycled: (share: number, cycles: number, limit: number): Said => say('cell.cycled', { share, cycles, limit }),
  between: (share: number, low: number, high: number): Said => say('cell.between', { share, low, high }),
  good: (share: number, limit: number): Said => say('cell.good', { share, limit })
};

/** Why a listing cannot be read. */
export const LISTING_WORDS = {
  cellTooLong: (kB: number): Said => say('listing.cellTooLong', { kB }),
  noPack: say('listing.noPack'),
  noCharge: say('listing.noCharge'),
  pack: (n: number): Said => say('listing.pack', { n }),
  tooLong: (mB: number): Said => say('listing.tooLong', { mB }),
  neither: say('listing.neither'),
  noJson: (why: string): Said => say('listing.noJson', { why }),
  otherJson: say('listing.otherJson'),
  differ: (compared: readonly string[]): Said =>
    compared.length > 0 ? say('listing.differ', { compared }) : say('listing.differAll')
};
