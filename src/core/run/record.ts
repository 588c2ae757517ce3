import type { Model } from '../machine';
import type { Step } from '../plan';
import { passage, type Said } from '../language';
import { EVENT, jointName, partName, suspectWords } from '../words';
import type { RunEvent } from './events';

/** One event in words, for the full record. */
export function eventWords(model: Model, steps: ReadonlyMap<string, Step>, event: RunEvent): Said {
  const step = 'step' in event && event.step !== undefined ? (steps.get(event.step)?.text ?? event.step) : '';
  const noted = (text: Said): Said => passage(text, 'note' in event && event.note)!;
  // A record is read whatever stands in it.
  const part = (id: string) => (model.hasPart(id) ? partName(model, id) : id);
  const joint = (id: string) => (model.hasJoint(id) ? jointName(model, model.joint(id)) : id);
  switch (event.type) {
    case 'done':
      return EVENT.done(step, event.count, event.mark);
    case 'skipped':
      return noted(EVENT.skipped(step));
    case 'not-so':
      return noted(EVENT.notSo(step, event.what, event.count));
    case 'account':
      return noted(EVENT.account(event.count, joint(event.joint), event.fate));
    case 'tested':
      return noted(EVENT.tested(step, event.outcome));
    case 'note':
      return EVENT.note(step, event.text);
    case 'paused':
      return EVENT.paused;
    case 'resumed':
      return EVENT.resumed;
    case 'learning':
      return event.on ? EVENT.learning : EVENT.notLearning;
    case 'hint':
      return EVENT.hint(step);
    case 'looked':
      return noted(EVENT.looked(part(event.part), suspectWords(model, event.suspect), event.found));
    case 'settled':
      return EVENT.settled(step, event.event);
    case 'undo':
      return EVENT.undo(event.event);
    case 'replanned':
      return EVENT.replanned(event.why);
    case 'photo':
      return noted(EVENT.photo(event.photo, step));
    case 'marked':
      return EVENT.marked(event.photo, event.marks.length);
    case 'swapped':
      return EVENT.swapped(part(event.part), event.old, event.new);
    case 'moved-over':
      return EVENT.movedOver(part(event.part), part(event.to));
    case 'used':
      return EVENT.used(event.what, event.amount);
    case 'torqued':
      return EVENT.torqued(step, event.hole, event.pass, event.nm);
    case 'listed':
      return EVENT.listed(event.when, event.listing.devices.length);
    case 'battery':
      return EVENT.battery(event.when, JSON.stringify(event.reading));
    case 'signed':
      return noted(EVENT.signed);
    case 'countersigned':
      return noted(EVENT.countersigned);
    case 'corrected':
      return EVENT.corrected(event.text, event.of);
    case 'added':
      return EVENT.added(eventWords(model, steps, event.event));
  }
}
