export { minorDigits, readAmount, share, split, sum, written, type Minor } from './amount';
export { makeQuote, Quote, QuoteLine, Rates, type Priced } from './quote';
