import { applyAction } from '$app/forms';
import type { SubmitFunction } from '@sveltejs/kit';
import { message } from '$lib/words';
import { v4 as uuid } from 'uuid';
import { Unanswered } from './unanswered';

/**
 * For `use:enhance` of a form that changes something: however often it is sent, it counts once. A second press waits for the first,
 * and where no answer came the form stays as it is and may be sent again.
 * @param then what the page does besides, as it would give it to `enhance` itself
 * @param unanswered what it does when no answer came
 */
export function once(then?: SubmitFunction, unanswered?: () => void): SubmitFunction {
  const unansweredIds = new Unanswered(() => uuid());
  let isUnderWay = false;
  return (input) => {
    if (isUnderWay) {
      input.cancel();
      return;
    }
    isUnderWay = true;
    const said = JSON.stringify([...input.formData]);
    input.formData.set('once', unansweredIds.of(said));
    const after = then?.(input);
    return async (answer) => {
      isUnderWay = false;
      const { result, update } = answer;
      const noAnswer = result.type === 'error' && (result.status === undefined || result.status >= 500);
      if (noAnswer) {
        unanswered?.();
        return applyAction({ type: 'failure', status: 503, data: { message: message('common.sendAgainCountsOnce') } });
      }
      unansweredIds.answered(said);
      const shown = await after;
      return shown ? shown(answer) : update();
    };
  };
}
