import { z } from 'zod';
import { MACHINE_FILE_MAX_BYTES } from '../machine';
import { RECORDING_MAX_BYTES, Scale } from '../recording';
import { problem, type Problem } from '../result';

export const ARCHIVE_FORMAT = 'eager-wrench/archive@1';

/** What lies in an archive: a ZIP file of JSON documents and JPEG pictures, this one under `manifest.json`. */
export const Manifest = z.strictObject({
  format: z.literal(ARCHIVE_FORMAT),
  /** `recording.json` lies beside `machine.json`. */
  hasRecording: z.boolean(),
  photos: z
    .array(
      z.strictObject({
        photo: z.uuid(),
        /** The face that it shows. */
        face: z.string().max(64),
        /** How it is brought to scale, where it is. */
        scale: Scale.optional()
      })
    )
    .max(300)
});
export type Manifest = z.infer<typeof Manifest>;

/** Nothing in an archive is larger than this, unpacked. Bytes. */
const PHOTO_MAX_BYTES = 15_000_000;
const LIMITS: readonly { name: RegExp; most: number }[] = [
  { name: /^manifest\.json$/, most: 500_000 },
  { name: /^machine\.json$/, most: MACHINE_FILE_MAX_BYTES },
  { name: /^recording\.json$/, most: RECORDING_MAX_BYTES },
  { name: /^photos\/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}\.jpg$/, most: PHOTO_MAX_BYTES }
];
export const ARCHIVE_MAX = { packedBytes: 60_000_000, unpackedBytes: 120_000_000, entries: 310 } as const;
/** Text shrinks twentyfold at best; what shrinks a hundredfold was made to burst. */
const SHRINKS_MOST = 100;

export const photoName = (photo: string): string => `photos/${photo}.jpg`;

/** An entry of an archive, as its table of contents has it. */
export interface Entry {
  name: string;
  packedBytes: number;
  unpackedBytes: number;
}

/** Why an archive is not unpacked, told from its table of contents alone: names that are not of the format, and sizes of a bomb. */
export function archiveProblems(entries: readonly Entry[]): Problem[] {
  if (entries.length > ARCHIVE_MAX.entries)
    return [problem([], 'too-many', `has ${entries.length} entries, at most ${ARCHIVE_MAX.entries} are read`)];
  const seen = new Set<string>();
  const problems = entries.flatMap(({ name, packedBytes, unpackedBytes }): Problem[] => {
    const say = (code: string, text: string) => [problem([name.slice(0, 80)], code, text)];
    const limit = LIMITS.find((l) => l.name.test(name));
    if (!limit) return say('not-of-the-format', 'is no file of an archive: it is not unpacked');
    if (seen.has(name)) return say('twice', 'is there twice');
    seen.add(name);
    if (unpackedBytes > limit.most)
      return say('too-large', `has ${unpackedBytes} bytes, at most ${limit.most} are read`);
    if (unpackedBytes > 1_000_000 && unpackedBytes > SHRINKS_MOST * Math.max(1, packedBytes))
      return say('bomb', `would grow from ${packedBytes} to ${unpackedBytes} bytes: it is not unpacked`);
    return [];
  });
  const whole = entries.reduce((sum, e) => sum + e.unpackedBytes, 0);
  if (whole > ARCHIVE_MAX.unpackedBytes)
    problems.push(
      problem([], 'too-large', `has ${whole} bytes unpacked, at most ${ARCHIVE_MAX.unpackedBytes} are read`)
    );
  for (const name of ['manifest.json', 'machine.json'])
    if (!seen.has(name)) problems.push(problem([], 'missing', `lacks ${name}`));
  return problems;
}
