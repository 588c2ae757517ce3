import { z } from 'zod';

/** Languages that the application speaks; the first where nothing is said. */
export const LANGUAGES = ['en', 'de'] as const;
export const Language = z.enum(LANGUAGES);
export type Language = z.infer<typeof Language>;
/** What each calls itself. */
export const LANGUAGE_NAMES: Readonly<Record<Language, string>> = { en: 'English', de: 'Deutsch' };

/** Words of a machine file: as the file has them, and in the other languages that it has them in. */
export interface FileText {
  file: string;
  in?: Readonly<Record<string, string>> | undefined;
  /** A name, which stands in lower case within a sentence where a language does so. */
  name?: true | undefined;
}

/** A message of the catalogues with what it is about. */
export interface Message {
  say: string;
  with?: Readonly<Record<string, Arg>> | undefined;
}

/** Sentences, one after the other. */
export interface Passage {
  all: readonly Said[];
}

/** What is said to people, whatever their language; text as it stands is what somebody wrote. */
export type Said = string | FileText | Message | Passage;

/** What a message is about; several are listed as the language lists them. */
export type Arg = Said | number | readonly Said[];

/** The same as it is stored and as it goes over the wire. */
export const SaidSchema: z.ZodType<Said> = z.lazy(() =>
  z.union([
    z.string(),
    z.strictObject({
      file: z.string(),
      in: z.record(z.string(), z.string()).optional(),
      name: z.literal(true).optional()
    }),
    z.strictObject({ say: z.string(), with: z.record(z.string(), ArgSchema).optional() }),
    z.strictObject({ all: z.array(SaidSchema) })
  ])
);
const ArgSchema: z.ZodType<Arg> = z.lazy(() => z.union([SaidSchema, z.number(), z.array(SaidSchema)]));

/** Pieces that apply, one after the other; undefined when none does. */
export function passage(...pieces: (Said | false | undefined)[]): Said | undefined {
  const all = pieces.filter((piece): piece is Said => piece !== false && piece !== undefined && piece !== '');
  return all.length > 1 ? { all } : all[0];
}
