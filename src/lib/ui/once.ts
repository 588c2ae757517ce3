import { applyAction } from '$app/forms';
import type { SubmitFunction } from '@sveltejs/kit';
import { v4 as uuid } from 'uuid';

/** An id for each thing that is said, the same when it is said again because no answer came. */
export class Saying {
  private id = uuid();
  private said = '';

  /** @param what all that is sent: other words are another thing */
  of(what: string): string {
    if (what !== this.said) this.id = uuid();
    this.said = what;
    return this.id;
  }

  /** It was answered: the same words said again are meant again. */
  answered(): void {
    this.id = uuid();
    this.said = '';
  }
}

/**
 * For `use:enhance` of a form that changes something: however often it is sent, it counts once. A second press waits for the first,
 * and where no answer came the form stays as it is and may be sent again.
 * @param then what the page does besides, as it would give it to `enhance` itself
 * @param unanswered what it does when no answer came
 */
export function once(then?: SubmitFunction, unanswered?: () => void): SubmitFunction {
  const saying = new Saying();
  let isUnderWay = false;
  return (input) => {
    if (isUnderWay) {
      input.cancel();
      return;
    }
    isUnderWay = true;
    input.formData.set('once', saying.of(JSON.stringify([...input.formData].map(([k, v]) => [k, typeof v === 'string' ? v : `${v.name} ${v.size}`]))));
    const after = then?.(input);
    return async (answer) => {
      isUnderWay = false;
      const { result, update } = answer;
      const noAnswer = result.type === 'error' && (result.status === undefined || result.status >= 500);
      if (noAnswer) {
        unanswered?.();
        return applyAction({ type: 'failure', status: 503, data: { message: 'The server did not answer. What you entered is still here: send it again, it counts once.' } });
      }
      saying.answered();
      const shown = await after;
      return shown ? shown(answer) : update();
    };
  };
}
