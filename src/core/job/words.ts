import { cellVerdict, type CellThresholds } from '../cells';
import { answerWords, QUESTIONS } from '../hazards';
import { MARKS, DATA, type JobEvent } from './events';

/** One fact as a line of the job's history. @param limits what the shop calls good and worn */
export function factWords(event: JobEvent, limits: CellThresholds): string {
  switch (event.is) {
    case 'hazards': {
      const told = QUESTIONS.flatMap((q) => {
        const answer = event.answers[q.id];
        return answer === undefined || answer === Object.keys(q.answers)[0]
          ? []
          : [answerWords(q.id, answer).toLowerCase()];
      });
      return `First questions: ${told.length > 0 ? told.join('; ') : 'nothing that endangers anyone'}`;
    }
    case 'allowed':
      return `Work allowed past the stop: ${event.why}`;
    case 'intake':
      return `Taken in: ${DATA[event.data].toLowerCase()}; ${event.accessories.length > 0 ? `with ${event.accessories.join(', ')}` : 'without accessories'}; ${event.sealsAgreed ? 'seals agreed' : 'seals not agreed'}`;
    case 'condition':
      return event.marks.length === 0
        ? 'Walk round: nothing to note'
        : `Walk round: ${event.marks.map((m) => MARKS[m.what].toLowerCase()).join(', ')}`;
    case 'listing':
      return `Hardware listing: ${event.listing.devices.length} devices`;
    case 'placed':
      return `Now: ${event.place}`;
    case 'cell':
      return `Cell read: ${cellVerdict(event.reading, limits).why}`;
    case 'load':
      return `Load on the cell: ${event.loadW} W, until it is at a safe charge`;
    case 'symptoms':
      return `Symptoms: ${event.there.length} there, ${event.not.length} not`;
    case 'tried':
      return `Tried ${event.test}: ${event.outcome}`;
    case 'mended':
      return `${event.repair}: ${event.helped ? 'helped' : 'did not help'}`;
    case 'afresh':
      return 'Fault finding begun afresh';
    case 'quoted':
      return 'Quote made';
    case 'answered':
      return `Quote ${event.approved ? 'approved' : 'declined'} by ${event.from}, ${event.how}`;
    case 'opened-without':
      return `To be opened without: ${event.missing.join(', ')}. ${event.why}`;
    case 'note':
      return event.text;
  }
}
