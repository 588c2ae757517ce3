import { type Access } from '../access';
import { removes, type Model, type Part } from '../machine';
import type { Plan } from './schema';
import { moveId, openId, type ActionId } from '../ids';
import { goalParts, ridersToMove, type Goal } from '../goals';
import type { Said } from '../language';
import { partName, SPARE } from '../words';

export type SpareCheck =
  | { verdict: 'fits' }
  /** The number is of this part, but for other revisions or variants of the machine. */
  | { verdict: 'other-revision'; fits: string[] }
  | { verdict: 'other-variant'; fits: string[] }
  /** The file does not know the number for this part; `part` names the part that it does know it for. */
  | { verdict: 'unknown'; part?: string };

/** Numbers of a part that fit the machine at its revision, and this variant of it where one is given. */
export function numbersFor(model: Model, part: Part, variant?: string): string[] {
  const { revision } = model.machine;
  return part.numbers
    .filter(
      (n) =>
        (!n.revisions || n.revisions.includes(revision)) &&
        (variant === undefined || !n.variants || n.variants.includes(variant))
    )
    .map((n) => n.number);
}

/** Whether the spare in hand belongs here: by its number, the machine's revision and the variant where it is known. */
export function checkSpare(model: Model, part: Part, number: string, variant?: string): SpareCheck {
  const written = plain(number);
  const known = part.numbers.find((n) => plain(n.number) === written);
  if (!known) {
    const other = model.machine.parts.find((p) => p.numbers.some((n) => plain(n.number) === written));
    return { verdict: 'unknown', ...(other ? { part: other.id } : {}) };
  }
  if (known.revisions && !known.revisions.includes(model.machine.revision))
    return { verdict: 'other-revision', fits: known.revisions };
  if (variant !== undefined && known.variants && !known.variants.includes(variant))
    return { verdict: 'other-variant', fits: known.variants };
  return { verdict: 'fits' };
}

/** The verdict in words. */
export function spareWords(model: Model, part: Part, check: SpareCheck): Said {
  const { maker, model: of, revision } = model.machine;
  const name = partName(model, part.id);
  switch (check.verdict) {
    case 'fits':
      return SPARE.fits(name, `${maker} ${of}`, revision);
    case 'other-revision':
      return SPARE.otherRevision(check.fits, revision);
    case 'other-variant':
      return SPARE.otherVariant(check.fits);
    case 'unknown':
      return check.part ? SPARE.otherPart(partName(model, check.part), name) : SPARE.unknown(name);
  }
}

/** Numbers are read off labels: case, spaces and hyphens do not tell two apart. */
const plain = (number: string) => number.toUpperCase().replace(/[\s-]/g, '');

/** For each part that is replaced: what its spare brings, what moves over and when that comes off, which new cables are formed. */
export function swapsOf(access: Access, goals: readonly Goal[], down: readonly ActionId[]): NonNullable<Plan['swaps']> {
  const { model } = access;
  const at = new Map(down.map((id, i) => [id, i]));
  const leaves = (part: string) =>
    Math.min(
      ...model
        .part(part)
        .moves.filter(removes)
        .map((m) => at.get(moveId(part, m.id)) ?? Infinity)
    );
  return goalParts(goals.filter((g) => g.do === 'replace')).map((part) => {
    const beside = model
      .part(part)
      .moves.filter((m) => at.has(moveId(part, m.id)))
      .flatMap((m) => (m.with ?? []).filter((id) => !model.part(part).spareIncludes.includes(id)));
    const over = [...ridersToMove(model, part), ...beside].map((rider) => ({
      part: rider,
      when: leaves(rider) < leaves(part) ? ('before' as const) : ('after' as const)
    }));
    const brings = model.part(part).spareIncludes;
    const form = [part, ...brings].filter((id) => {
      const cable = model.cable(id);
      // New flat cables come straight; a wire finds its way by itself.
      return cable?.form === 'flat' && cable.path.length > 2 && model.jointsOf(id).some((j) => at.has(openId(j.id)));
    });
    return { part, brings, over, form };
  });
}
