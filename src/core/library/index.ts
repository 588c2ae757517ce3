export { howKnown, knowledgeOf, KNOWN, type Known } from './known';
export { isClean, mayBecome, STANDINGS, type Standing } from './standing';
export { proposedChanges, type Differed, type Proposal } from './proposals';
