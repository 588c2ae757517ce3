import { z } from 'zod';
import { Cable, IsolationStep, Joint, Machine, Part, Relation, Zone } from '../machine';

/** What a reference names. */
export type Refers = 'part' | 'joint' | 'zone';

interface Common {
  /** Its name in the file; empty for the thing itself and for what stands in a list. */
  key: string;
  isOptional: boolean;
}

/** A field of a machine file as a form offers it: made from the schema that checks it, so that none is forgotten. */
export type Field = Common &
  (
    | { is: 'text'; most?: number; refers?: Refers }
    | { is: 'number'; least?: number; most?: number; isWhole: boolean }
    | { is: 'flag' }
    | { is: 'choice'; options: readonly string[] }
    | { is: 'fixed'; value: unknown }
    | { is: 'group'; fields: readonly Field[] }
    | { is: 'list'; item: Field; least: number }
    | { is: 'tuple'; items: readonly Field[] }
    | { is: 'table'; item: Field }
    | { is: 'variant'; variants: readonly (Field & { is: 'group' })[] }
  );

/** Fields that name other things of the file. */
const REFERS: Readonly<Record<string, Refers>> = {
  on: 'part',
  spareIncludes: 'part',
  with: 'part',
  a: 'part',
  b: 'part',
  reachedRaised: 'part',
  behind: 'part',
  part: 'part',
  cover: 'part',
  leaves: 'joint',
  joint: 'joint',
  guide: 'joint',
  zone: 'zone'
};

interface Node {
  type?: string;
  const?: unknown;
  enum?: readonly string[];
  properties?: Record<string, Node>;
  required?: readonly string[];
  items?: Node | false;
  prefixItems?: readonly Node[];
  additionalProperties?: Node | false;
  oneOf?: readonly Node[];
  anyOf?: readonly Node[];
  minItems?: number;
  maxLength?: number;
  minimum?: number;
  maximum?: number;
  exclusiveMinimum?: number;
}

function fieldOf(node: Node, key: string, isOptional: boolean, named: string): Field {
  const common = { key, isOptional };
  const variants = node.oneOf ?? node.anyOf;
  if (variants) {
    const fields = variants.map((v) => fieldOf(v, '', false, named));
    // What may be either of two things of the same form is that form.
    const groups = fields.filter((f): f is Field & { is: 'group' } => f.is === 'group');
    if (groups.length === fields.length) return { ...common, is: 'variant', variants: groups };
    return { ...fields[0]!, ...common };
  }
  if (node.const !== undefined) return { ...common, is: 'fixed', value: node.const };
  if (node.enum) return { ...common, is: 'choice', options: node.enum };
  if (node.prefixItems)
    return { ...common, is: 'tuple', items: node.prefixItems.map((item) => fieldOf(item, '', false, named)) };
  if (node.properties) {
    const required = new Set(node.required ?? []);
    return {
      ...common,
      is: 'group',
      fields: Object.entries(node.properties).map(([name, child]) => fieldOf(child, name, !required.has(name), name))
    };
  }
  if (node.type === 'array' && node.items)
    return { ...common, is: 'list', item: fieldOf(node.items, '', false, named), least: node.minItems ?? 0 };
  if (node.type === 'object' && node.additionalProperties)
    return { ...common, is: 'table', item: fieldOf(node.additionalProperties, '', false, named) };
  if (node.type === 'boolean') return { ...common, is: 'flag' };
  if (node.type === 'number' || node.type === 'integer') {
    const least = node.minimum ?? node.exclusiveMinimum;
    return {
      ...common,
      is: 'number',
      isWhole: node.type === 'integer',
      ...(least === undefined ? {} : { least }),
      ...(node.maximum === undefined ? {} : { most: node.maximum })
    };
  }
  const refers = REFERS[named];
  return {
    ...common,
    is: 'text',
    ...(node.maxLength === undefined ? {} : { most: node.maxLength }),
    ...(refers ? { refers } : {})
  };
}

const formOf = (schema: z.ZodType): Field =>
  fieldOf(z.toJSONSchema(schema, { io: 'input', reused: 'inline' }) as Node, '', false, '');

/** The forms of the drawing table: each thing that is chosen has one, and the file as a whole. */
export const FORMS = {
  get zone() {
    return (forms.zone ??= formOf(Zone));
  },
  get part() {
    return (forms.part ??= formOf(Part));
  },
  get joint() {
    return (forms.joint ??= formOf(Joint));
  },
  get cable() {
    return (forms.cable ??= formOf(Cable));
  },
  get relation() {
    return (forms.relation ??= formOf(Relation));
  },
  get isolationStep() {
    return (forms.isolationStep ??= formOf(IsolationStep));
  },
  /** All but the lists of things, which have forms of their own. */
  get machine() {
    return (forms.machine ??= formOf(
      Machine.omit({ format: true, zones: true, parts: true, joints: true, cables: true })
    ));
  }
};
const forms: Partial<Record<keyof typeof FORMS, Field>> = {};

/** A value to begin a field with: the least that its form allows. */
export function blank(field: Field): unknown {
  switch (field.is) {
    case 'text':
      return '';
    case 'number':
      return Math.max(0, field.least ?? 0);
    case 'flag':
      return false;
    case 'choice':
      return field.options[0];
    case 'fixed':
      return field.value;
    case 'list':
      return Array.from({ length: field.least }, () => blank(field.item));
    case 'tuple':
      return field.items.map(blank);
    case 'table':
      return {};
    case 'group':
      return Object.fromEntries(field.fields.filter((f) => !f.isOptional).map((f) => [f.key, blank(f)]));
    case 'variant':
      return blank(field.variants[0]!);
  }
}

/** Which of its variants a value is: the one whose fixed fields it has, or whose fields it has all. */
export function variantOf(field: Field & { is: 'variant' }, value: unknown): Field & { is: 'group' } {
  const record = (value ?? {}) as Record<string, unknown>;
  const fits = (v: Field & { is: 'group' }) =>
    v.fields.every((f) => (f.is === 'fixed' ? record[f.key] === f.value : f.isOptional || record[f.key] !== undefined));
  return field.variants.find(fits) ?? field.variants[0]!;
}

/** Every field of a form by its place, as `screw.hole.depthMm`: what an editor offers. */
export function placesOf(field: Field, at = ''): string[] {
  const own = [at, field.key].filter(Boolean).join('.');
  switch (field.is) {
    case 'group':
      return field.fields.flatMap((f) => placesOf(f, own));
    case 'variant':
      return [...new Set(field.variants.flatMap((v) => placesOf(v, own)))];
    case 'list':
    case 'table':
      return placesOf(field.item, `${own}[]`);
    case 'tuple':
      return field.items.flatMap((f, i) => placesOf(f, `${own}[${i}]`));
    default:
      return [own];
  }
}
