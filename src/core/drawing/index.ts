export {
  fromOutside,
  laidBare,
  sceneOf,
  tellingFace,
  untouched,
  type Drawn,
  type DrawnPart,
  type DrawnCable,
  type DrawnJoint
} from './scene';
export { haloInks, jointInks } from './joint';
export { cablePath, outlinePath } from './outline-path';
export { partInks } from './part';
export { namesOf, type Name } from './names';
export { thingsOf, type Thing } from './about';
export { viewOf } from './view';
export { drawingPicture, drawingSvg, type PaperOptions, type SvgOptions } from './svg';
export { pictureSvg, type Group, type Letters, type Look, type Picture, type Shape } from './picture';
export { INKS, type Ink, type InkKind } from './ink';
export { spokenDrawing, type InHand } from './spoken';
