import type { ActionId } from './action';

/** What is asked of whoever recorded a teardown, as the id of a question has it. */
export type QuestionKey =
  /** What takes the power of its cell away: a plug, or one of the ways without one. */
  | { kind: 'power' }
  /** What a joint holds its part onto, and what a part leaves with. */
  | { kind: 'onto'; joint: string }
  | { kind: 'on'; part: string }
  /** Whether a part lies in the way of an action, and whether a tape or guide holds its cable over one. */
  | { kind: 'over'; cover: string; action: ActionId }
  | { kind: 'held'; joint: string; action: ActionId }
  /** Whether one action has to come before another, or before all that came into view with it on a face. */
  | { kind: 'order'; before: ActionId; after: ActionId }
  | { kind: 'seen'; before: ActionId; face: string }
  /** Whether a joint stays closed as a part is moved aside, and that clears what lies below. */
  | { kind: 'leash'; joint: string; action: ActionId }
  | { kind: 'clears'; action: ActionId };

export function questionId(key: QuestionKey): string {
  switch (key.kind) {
    case 'power':
      return 'power:cell';
    case 'onto':
      return `onto:${key.joint}`;
    case 'on':
      return `on:${key.part}`;
    case 'over':
      return `over:${key.cover}>${key.action}`;
    case 'held':
    case 'leash':
      return `${key.kind}:${key.joint}>${key.action}`;
    case 'order':
      return `order:${key.before}>${key.after}`;
    case 'seen':
      return `seen:${key.before}>${key.face}`;
    case 'clears':
      return `${key.kind}:${key.action}`;
  }
}

/** @returns what it is about; undefined for what is the id of no question */
export function readQuestion(id: string): QuestionKey | undefined {
  const [, kind, rest = ''] = /^(\w+):(.+)$/.exec(id) ?? [];
  const [first = '', second] = rest.split('>');
  switch (kind) {
    case 'power':
      return first === 'cell' ? { kind } : undefined;
    case 'onto':
      return { kind, joint: first };
    case 'on':
      return { kind, part: first };
    case 'clears':
      return { kind, action: first };
  }
  if (second === undefined) return undefined;
  switch (kind) {
    case 'over':
      return { kind, cover: first, action: second };
    case 'held':
    case 'leash':
      return { kind, joint: first, action: second };
    case 'order':
      return { kind, before: first, after: second };
    case 'seen':
      return { kind, before: first, face: second };
    default:
      return undefined;
  }
}
