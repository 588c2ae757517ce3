import type { Asked, Reading, RecordState } from '$core/recording';

/** Questions that are still to be answered: a reading is a moment behind what was just said. */
export const askedIn = (reading: Reading | undefined, { answers }: Pick<RecordState, 'answers'>): readonly Asked[] =>
  reading?.questions.filter((q) => answers[q.id] === undefined || answers[q.id] === q.said || isOpen(q)) ?? [];

/** What has to be answered before anything is planned is asked until it is. */
const isOpen = ({ about, guess }: Asked): boolean => about === 'power' && guess === '';
