import type { Said } from '../language';
import { cellVerdict, type CellThresholds } from '../cells';
import { answerWords, QUESTIONS } from '../hazards';
import { HISTORY } from '../words';
import type { JobEvent } from './events';

/** One fact as a line of the job's history. @param limits what the shop calls good and worn */
export function factWords(event: JobEvent, limits: CellThresholds): Said {
  switch (event.is) {
    case 'hazards':
      return HISTORY.hazards(
        QUESTIONS.flatMap((q) => {
          const answer = event.answers[q.id];
          return answer === undefined || answer === Object.keys(q.answers)[0] ? [] : [answerWords(q.id, answer)];
        })
      );
    case 'allowed':
      return HISTORY.allowed(event.why);
    case 'intake':
      return HISTORY.intake(event.data, event.accessories, event.sealsAgreed);
    case 'condition':
      return HISTORY.condition(event.marks.map((m) => m.what));
    case 'listing':
      return HISTORY.listing(event.listing.devices.length);
    case 'placed':
      return HISTORY.placed(event.place);
    case 'cell':
      return HISTORY.cell(cellVerdict(event.reading, limits).why);
    case 'load':
      return HISTORY.load(event.loadW);
    case 'symptoms':
      return HISTORY.symptoms(event.there.length, event.not.length);
    case 'tried':
      return HISTORY.tried(event.test, event.outcome);
    case 'mended':
      return HISTORY.mended(event.repair, event.helped);
    case 'afresh':
      return HISTORY.afresh;
    case 'quoted':
      return HISTORY.quoted;
    case 'answered':
      return HISTORY.answered(event.approved, event.from, event.how);
    case 'opened-without':
      return HISTORY.openedWithout(event.missing, event.why);
    case 'begun-doubted':
      return HISTORY.begunDoubted(event.doubts.length, event.why);
    case 'note':
      return event.text;
  }
}
