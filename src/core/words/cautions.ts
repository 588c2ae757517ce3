import type { Unheld } from '../access';
import type { Model } from '../machine';
import { type Said, say, wordsOf } from '../language';
import { partName } from './text';

/** Cautions as they stand at a step: short, what it is first, then what to do. */
export const CAUTIONS = wordsOf('caution', [
  'cell',
  'sharp',
  'hot',
  'bends',
  'fragile',
  'static',
  'seal',
  'nearCell',
  'batteryPlug',
  'backLock',
  'antenna',
  'toldPlug',
  'shutDown',
  'adapter',
  'coolDown'
]);

/** What a machine's condition adds. */
export const CONDITION_CAUTIONS = wordsOf('caution', [
  'doubtfulCell',
  'doubtfulCellScrews',
  'noCharging',
  'dryFirst',
  'glass',
  'damagedAdapter',
  'soundAdapter',
  'wet',
  'residue',
  'cannotIsolate'
]);

/** How a bond at a doubtful cell is freed, whatever its file says. */
export const DRY_ONLY = say('caution.dryOnly');

/** What has to be held while the machine or its lid moves, and how. */
export const looseWords = (model: Model, loose: readonly { part: string; how: Unheld }[]): Said =>
  say('caution.unheld', { parts: loose.map(({ part, how }) => say('unheld', { how, name: partName(model, part) })) });

export const holdWords = (model: Model, parts: readonly { part: string }[]): Said =>
  say('caution.hold', { parts: parts.map(({ part }) => partName(model, part)) });

/** What comes down, or up, as the lid is moved. */
export const withLidWords = (model: Model, parts: readonly string[]): Said =>
  say('caution.withLid', { parts: parts.map((id) => partName(model, id)) });

/** A lamp driver or an inverter that lies bare while the machine is tried. */
export const highVoltageWords = (model: Model, parts: readonly string[]): Said =>
  say('caution.highVoltage', { parts: parts.map((id) => partName(model, id)) });

/** @param text what the check finds wrong, in its own words */
export const doubtedWords = (text: string): Said => say('caution.doubted', { text });

/** Something must hold it, and nobody saw what. */
export const unseenWords = (model: Model, part: string): Said =>
  say('caution.unseenHold', { part: partName(model, part) });

/** While power is inside. @param by what touches: a driver has to be of metal */
export const liveWords = (leg: 'down' | 'up', by: 'driver' | 'tool' | 'hand'): Said => say('caution.live', { leg, by });
