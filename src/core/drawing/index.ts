export {
  fromOutside,
  laidBare,
  sceneOf,
  untouched,
  type Drawn,
  type DrawnPart,
  type DrawnCable,
  type DrawnJoint
} from './scene';
export { haloInks } from './joint';
export { namesOf, type Name } from './names';
export { thingsOf, type Thing } from './about';
export { viewOf } from './view';
export { drawingSvg, type SvgOptions } from './svg';
export { INKS, type Ink, type InkKind } from './ink';
