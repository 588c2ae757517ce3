export { message, named, screenCatalogue, translator, type Translate } from './translator';
export { setWords, useWords } from './context';
export { TERMS, type Term } from './terms';
