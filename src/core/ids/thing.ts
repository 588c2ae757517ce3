/** What can be pointed at on a drawing: a part or a joint. */
export const partThing = (id: string): string => `part:${id}`;
export const jointThing = (id: string): string => `joint:${id}`;

export function readThing(thing: string): { what: 'part' | 'joint'; id: string } {
  const [, what, id] = /^(part|joint):(.+)$/.exec(thing) ?? [];
  if (what === undefined) throw new RangeError(`"${thing}" is no part and no joint of a drawing`);
  return { what: what as 'part' | 'joint', id: id! };
}
