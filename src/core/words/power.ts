import { wordsOf } from '../language';

/** Ways to take the power of a battery away without a plug, as they are answered. */
export const POWER_ANSWERS = wordsOf('powerAnswer', ['bay', 'firmware', 'no-cell']);

/** What a file lacks before the power can be taken away, with what to do. */
export const POWER_GAPS = wordsOf('powerGap', ['cell-untold', 'cell-connected', 'adapter-stays', 'adapter-left']);
