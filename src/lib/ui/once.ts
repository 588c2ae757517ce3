import { applyAction } from '$app/forms';
import type { SubmitFunction } from '@sveltejs/kit';
import { message } from '$lib/words';
import { v4 as uuid } from 'uuid';
import { Unanswered } from './unanswered';

/**
 * For `use:enhance` of a form that changes something: however often it is sent, it counts once. A second press on the way changes
 * nothing, and where something else stands in the form by then it is sent after the first. Where no answer came the form stays as it
 * is and may be sent again.
 * @param then what the page does besides, as it would give it to `enhance` itself
 * @param unanswered what it does when no answer came
 */
export function once(then?: SubmitFunction, unanswered?: () => void): SubmitFunction {
  const unansweredIds = new Unanswered(() => uuid());
  /** What is on its way, and whether something else was asked for meanwhile. */
  let underWay: string | undefined;
  let isAskedAnew = false;
  return (input) => {
    const said = JSON.stringify([...input.formData]);
    if (underWay !== undefined) {
      isAskedAnew = said !== underWay;
      input.cancel();
      return;
    }
    underWay = said;
    input.formData.set('once', unansweredIds.of(said));
    const after = then?.(input);
    return async (answer) => {
      const asksAnew = isAskedAnew;
      underWay = undefined;
      isAskedAnew = false;
      const { result, update } = answer;
      const noAnswer = result.type === 'error' && (result.status === undefined || result.status >= 500);
      if (noAnswer) {
        unanswered?.();
        return applyAction({ type: 'failure', status: 503, data: { message: message('common.sendAgainCountsOnce') } });
      }
      unansweredIds.answered(said);
      // What stands in the form by now is not put back.
      if (asksAnew) return input.formElement.requestSubmit(input.submitter);
      const shown = await after;
      return shown ? shown(answer) : update();
    };
  };
}
