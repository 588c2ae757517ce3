export { addedJoint, addedPart, LAID, tapsOf, type Added, type Laid } from './added';
export {
  applied,
  Change,
  changesBetween,
  inverted,
  LISTS,
  misshapen,
  WHOLE,
  type Applied,
  type ListName
} from './changes';
export {
  aligned,
  SIDES,
  boxOfThings,
  copied,
  inCircle,
  inRow,
  mapThings,
  rootOf,
  snapped,
  without,
  type Side,
  type Thing
} from './edits';
export { effects, judged, placed, type Effect, type Fault, type Judged, type Steps } from './effects';
export { mappedOutline, mirrored, moved, stretched, turnedAbout, type Mapping } from './geometry';
export { copyOf, FAMILIES, startOf, type About, type Family } from './starts';
export { DraftEvent, foldDraft, steps, type Draft } from './events';
export { sittings, type Sitting } from './history';
export { blank, FORMS, placesOf, variantOf, type Field, type Refers } from './fields';
export { sectionAt, withDepth, type Slice } from './section';
export { handleMoved, handlesOf, sketched, sketchesOf, type Sketch, type Tapped } from './sketch';
