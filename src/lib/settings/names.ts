import { TRAINEES, type TraineesMay } from '$core/job';
import { PACE_KINDS } from '$core/words';
import { message, type Translate } from '$lib/words';

/** Settings by the names that a document has them under. */
const NAMES = {
  name: message('settings.nameOnReports'),
  place: message('settings.theShop'),
  timeZone: message('settings.timeZone'),
  language: message('settings.formatOfDatesAndAmounts'),
  secondSignature: message('settings.secondSignature'),
  practice: message('settings.practice'),
  trainees: message('settings.trainees'),
  freshDays: message('settings.freshDays'),
  keepMonths: message('settings.keptForMonthsAfterClosing'),
  cell: message('settings.cells'),
  good: message('settings.goodFromOfNew'),
  replace: message('settings.replaceBelowOfNew'),
  cycles: message('settings.cyclesExpected'),
  safeCharge: message('settings.highestChargeToWorkAt'),
  rates: message('settings.rates'),
  currency: message('settings.currency'),
  hour: message('settings.labourPerHour'),
  least: message('settings.minimumLabour'),
  taxBp: message('settings.taxHundredthsOf'),
  pace: message('settings.standardTimes'),
  ...PACE_KINDS
} as const;

const isNamed = (key: string): key is keyof typeof NAMES => Object.hasOwn(NAMES, key);

/** What a setting is called, by its path in the document: the room that it stands in, and its own name. */
export const settingName = ({ told }: Translate, path: readonly PropertyKey[]): string =>
  path.map((key) => (isNamed(String(key)) ? told(NAMES[String(key) as keyof typeof NAMES]) : String(key))).join(', ');

/** Every single setting of a version, with its path. */
const leaves = (value: unknown, path: readonly string[] = []): [path: readonly string[], value: unknown][] =>
  value !== null && typeof value === 'object'
    ? Object.entries(value).flatMap(([key, inner]) => leaves(inner, [...path, key]))
    : [[path, value]];

const isTrainees = (value: unknown): value is TraineesMay => TRAINEES.some((may) => may === value);

/** What a setting is set to. */
const settingText = ({ t }: Translate, value: unknown): string =>
  value === undefined
    ? t('settings.asStandard')
    : value === null
      ? t('settings.noLimit')
      : typeof value === 'boolean'
        ? t('settings.yesOrNo', { is: value ? 'yes' : 'no' })
        : isTrainees(value)
          ? t(`settings.trainees.${value}`)
          : String(value);

/** What changed from a version, or a part of one, to another: a line for each setting. @param path where the part lies in the document */
export function settingChanges(
  words: Translate,
  before: unknown,
  after: unknown,
  path: readonly string[] = []
): string[] {
  const byName = (document: unknown) =>
    new Map(leaves(document, path).map(([at, value]) => [settingName(words, at), value]));
  const [was, is] = [byName(before), byName(after)];
  return [...new Set([...was.keys(), ...is.keys()])]
    .filter((name) => was.get(name) !== is.get(name))
    .map((name) =>
      words.t('settings.changed', {
        name,
        was: settingText(words, was.get(name)),
        is: settingText(words, is.get(name))
      })
    );
}
