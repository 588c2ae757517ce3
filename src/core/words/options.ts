import { wordsOf, type Said } from '../language';
import {
  Adhesive,
  Cable,
  Carries,
  Faces,
  HeadStyle,
  Hole,
  IsolationStep,
  Part,
  Pose,
  Screw,
  SealOwner,
  TapeMaterial
} from '../machine';
import { FIXINGS, GUIDES, KNOWN_WORDS, MOVE_KINDS, PART_KINDS, PLUG_FAMILIES } from './kinds';

/** What the values of each choice in a machine file are called, by the name of its field. */
const OPTIONS: Readonly<Record<string, Readonly<Record<string, Said>>>> = {
  kind: {
    ...PART_KINDS,
    ...MOVE_KINDS,
    ...FIXINGS,
    ...wordsOf('isolation', IsolationStep.shape.kind.options),
    ...wordsOf('relation', ['order', 'exempt', 'covers'])
  },
  form: { ...wordsOf('shape', ['rect', 'circle', 'polygon', 'path']), ...wordsOf('cable', Cable.shape.form.options) },
  family: PLUG_FAMILIES,
  guide: GUIDES,
  how: KNOWN_WORDS,
  up: wordsOf('bodyUp', Pose.shape.up.options),
  lid: wordsOf('lid', Pose.shape.lid.options),
  care: wordsOf('care', Part.shape.care.unwrap().element.options),
  adhesive: wordsOf('adhesive', Adhesive.options),
  carries: wordsOf('carries', Carries.options),
  faces: wordsOf('faces', Faces.options),
  head: wordsOf('head', HeadStyle.options),
  measured: wordsOf('measured', Screw.shape.measured.options),
  underHead: wordsOf('underHead', Screw.shape.underHead.unwrap().options),
  material: { ...wordsOf('thread', Hole.shape.material.options), ...wordsOf('tape', TapeMaterial.options) },
  of: wordsOf('sealOf', SealOwner.options),
  leg: wordsOf('legs', ['down', 'up', 'both']),
  drawn: wordsOf('drawn', ['order', 'scheme']),
  to: wordsOf('slot', ['line', 'quad', 'cubic'])
};

/**
 * What a value of a choice is called.
 * @param field the name of the field in the file: `head`
 * @returns the value as it stands where it is a name of its own: the drive `PH0`
 */
export const optionName = (field: string, value: string): Said => {
  const words = Object.hasOwn(OPTIONS, field) ? OPTIONS[field]! : {};
  return Object.hasOwn(words, value) ? words[value]! : value;
};
