import { inSentence } from './text';

/** Headings of a report, in the order in which a customer reads it. */
export const REPORT_TITLES = {
  received: 'As received',
  found: 'Found',
  done: 'Done',
  used: 'Used',
  measured: 'Measured',
  tested: 'Tested',
  added: 'Added after signing',
  record: 'About this record'
} as const;

/** Its lines. Names as they stand in the machine file. */
export const REPORT = {
  ofTheMachine: 'Of the machine',
  resisted: (part: string, by: string) => `The ${inSentence(part)} resisted: ${by}`,
  late: (stamp: string) => `Recorded ${stamp}, before the signature; it reached the server after it.`,
  leftOut: (why: string) => `Left out: ${why}`,
  wrongClock: (said: string, entries: number) =>
    `A device's clock was wrong: it said ${said}. ${entries === 1 ? 'One entry has' : `${entries} entries have`} the time at which the server took ${entries === 1 ? 'it' : 'them'}.`,
  goal: (goal: string, isDone: boolean) => `${goal}: ${isDone ? 'done' : 'not done'}`,
  serial: (serial: string) => `serial ${serial}`,
  wentOut: (label: string) => `out: ${label}`,
  wentIn: (label: string) => `in: ${label}`,
  movedOver: (over: readonly (readonly [part: string, to: string])[]) =>
    `Moved over: ${over.map(([part, to]) => `${inSentence(part)} onto the new ${inSentence(to)}`).join(', ')}`,
  planChanged: 'The plan was changed',
  sealBroken: (joint: string) => `Seal broken: ${inSentence(joint)}`,
  sealOf: (whose: string) => `The ${whose}\u2019s seal; it is not renewed.`,
  marksRead: (plugs: readonly string[]) => `Plugs read off at their marks: ${plugs.join(', ')}`,
  plugOn: (joint: string, plug: string, mark: string) => `${inSentence(joint)} ${plug} on ${mark}`,
  marksUnread: (joints: readonly string[]) =>
    `Plugs whose marks were not read off: ${joints.map(inSentence).join(', ')}`,
  torque: (joint: string, n: number, least: number, most: number, wanted: number) =>
    `${joint}: ${n} at ${least.toFixed(2)} to ${most.toFixed(2)} N·m (wanted ${wanted.toFixed(2)})`,
  outside: (n: number) => `${n} outside the limits`,
  battery: (when: 'before' | 'after', wh?: number, share?: number, cycles?: number) =>
    `Battery ${when} the work: ${[
      wh === undefined ? undefined : `${wh.toFixed(1)} Wh when full`,
      share === undefined ? undefined : `${Math.round(100 * share)} % of new`,
      cycles === undefined ? undefined : `${cycles} cycles`
    ]
      .filter(Boolean)
      .join(', ')}`,
  missing: (device: string) => `Listed before and not after: ${device}`,
  added: (device: string) => `Listed after and not before: ${device}`,
  identity: (what: string, before: string | undefined, after: string | undefined) =>
    `Its ${what} reads ${after ?? 'nothing'}, before it read ${before ?? 'nothing'}`,
  sameDevices: (n: number) => `Lists the same ${n} devices as before`,
  captive: (joint: string) => `${joint} (captive)`,
  closes: (emptyHoles: number) =>
    emptyHoles === 0 ? 'closes' : `closes, ${emptyHoles} ${emptyHoles === 1 ? 'hole' : 'holes'} empty`,
  inHand: (n: number) => `${n} in hand`
} as const;
