import { wordsOf } from '../language';
import { ConnectorFamily, Guide, JOINT_KINDS, MoveKind, PartKind } from '../machine';

/** What kinds of things are called, by the word that a file has for them: parts, plugs, joints, guides, ways to move. */
export const PART_KINDS = wordsOf('kind', PartKind.options);
export const PLUG_FAMILIES = wordsOf('family', ConnectorFamily.options);
export const MOVE_KINDS = wordsOf('moveKind', MoveKind.options);
export const FIXINGS = wordsOf('fixing', JOINT_KINDS);
export const GUIDES = wordsOf('guide', Guide.options);

/** How far a machine file can be relied on, and how a thing of it is known. */
export const STANDING_WORDS = wordsOf('standing', ['begun', 'draft', 'checked', 'in-force']);
export const KNOWN_WORDS = wordsOf('known', ['guessed', 'recorded', 'answered', 'measured', 'confirmed', 'written']);
