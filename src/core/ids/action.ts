/** `joint:ID` for opening a joint, `move:PART/MOVE` for moving a part; the way up uses the same id for the counterpart. */
export type ActionId = string;

export const openId = (joint: string): ActionId => `joint:${joint}`;
export const moveId = (part: string, move: string): ActionId => `move:${part}/${move}`;

/** The part that an action moves; undefined for opening a joint. */
export function movedPart(id: ActionId): string | undefined {
  const action = readAction(id);
  return action && 'part' in action ? action.part : undefined;
}

/** What an action opens or moves; undefined for what is the id of neither. */
export function readAction(id: ActionId): { joint: string } | { part: string; move: string } | undefined {
  const [, kind, rest] = /^(joint|move):(.+)$/.exec(id) ?? [];
  if (kind === 'joint') return { joint: rest! };
  const [part, move] = rest?.split('/') ?? [];
  return part !== undefined && move !== undefined ? { part, move } : undefined;
}
