export { catalogueOf } from './catalogue';
export {
  Language,
  LANGUAGE_NAMES,
  LANGUAGES,
  passage,
  SaidSchema,
  type Arg,
  type FileText,
  type Message,
  type Passage,
  type Said
} from './said';
export { say, word, wordsOf } from './say';
export { onUnsaid, speaker, spoken, type Catalogue, type Speak, type Spoken } from './speak';
