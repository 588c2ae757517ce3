import { wordsOf } from '../language';

/** What kinds of things are called, by the word that a file has for them: parts, plugs, joints, guides, ways to move. */
export const PART_KINDS = wordsOf('kind', [
  'case',
  'cover',
  'frame',
  'bracket',
  'shield',
  'film',
  'foot',
  'board',
  'small-board',
  'card',
  'memory',
  'storage',
  'processor',
  'fan',
  'heat-sink',
  'battery',
  'coin-cell',
  'speaker',
  'microphone',
  'camera',
  'touchpad',
  'keyboard',
  'reader',
  'display',
  'panel',
  'bezel',
  'hinge',
  'tray',
  'jack',
  'flat-cable',
  'cable',
  'antenna'
]);
export const PLUG_FAMILIES = wordsOf('family', [
  'flip-lock-back',
  'flip-lock-front',
  'slide-lock',
  'pull-tab',
  'wire-along-board',
  'lift-straight',
  'antenna-snap',
  'board-to-board',
  'bail',
  'edge-card',
  'memory-socket',
  'processor-lock',
  'tray',
  'blade'
]);
export const MOVE_KINDS = wordsOf('moveKind', ['lift', 'slide', 'tilt', 'raise', 'swing', 'fold']);
export const FIXINGS = wordsOf('fixing', [
  'screws',
  'connector',
  'clips',
  'adhesive',
  'tape',
  'dressing',
  'seal',
  'latch',
  'hook'
]);
export const GUIDES = wordsOf('guide', ['channel', 'clip', 'tab', 'loop', 'foam']);

/** How far a machine file can be relied on, and how a thing of it is known. */
export const STANDING_WORDS = wordsOf('standing', ['begun', 'draft', 'checked', 'in-force']);
export const KNOWN_WORDS = wordsOf('known', ['guessed', 'recorded', 'answered', 'measured', 'confirmed', 'written']);
