export { amountExample, estimated, minorDigits, readAmount, share, sum, written, type Minor } from './amount';
export { costOf, makeQuote, Quote, QuoteLine, Rates, type Priced } from './quote';
