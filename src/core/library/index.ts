export { howKnown, knowledgeOf, KNOWN, type Known } from './known';
export { isClean, mayBecome, STANDINGS, type Standing } from './standing';
export { proposedChange, type Differed } from './proposals';
