import { applyAction } from '$app/forms';
import { invalidateAll } from '$app/navigation';
import type { SubmitFunction } from '@sveltejs/kit';
import { tick } from 'svelte';
import { v4 as uuid } from 'uuid';
import { message } from '$lib/words';
import { Meanwhile } from './meanwhile';
import { Unanswered } from './unanswered';

interface What {
  /** Names of the fields that are for something new each time; every other one keeps what stands in it. */
  empties?: readonly string[];
  /** What the page does besides, as it would give it to `enhance` itself. */
  then?: SubmitFunction;
  /** What it does when no answer came. */
  unanswered?: () => void;
}

/**
 * For `use:enhance` of a form that changes something: however often it is sent, it counts once. A second press on the way changes
 * nothing, and where something else stands in the form by then it is sent after the first. What is entered while it is on its way
 * stays as well. Where no answer came the form stays as it is and may be sent again.
 */
export function once({ empties = [], then, unanswered }: What = {}): SubmitFunction {
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
    const meanwhile = new Meanwhile(input.formElement);
    const after = then?.(input);
    return async (answer) => {
      const asksAnew = isAskedAnew;
      underWay = undefined;
      isAskedAnew = false;
      const { result } = answer;
      const noAnswer = result.type === 'error' && (result.status === undefined || result.status >= 500);
      if (noAnswer) {
        meanwhile.end();
        unanswered?.();
        return applyAction({ type: 'failure', status: 503, data: { message: message('common.sendAgainCountsOnce') } });
      }
      unansweredIds.answered(said);
      if (asksAnew) {
        meanwhile.end();
        return input.formElement.requestSubmit(input.submitter);
      }
      // Resetting would put back what the page began with, which is no longer what was saved.
      const update = async (): Promise<void> => {
        if (result.type === 'success') {
          meanwhile.empty(empties);
          await invalidateAll();
        }
        // Showing the answer takes the focus away, from under whoever types elsewhere by now as well.
        const focused = document.activeElement as HTMLElement | null;
        await answer.update({ reset: false, invalidateAll: false });
        await tick();
        if (focused?.isConnected && focused !== document.activeElement) focused.focus({ preventScroll: true });
        meanwhile.end();
      };
      const shown = await after;
      return shown ? shown({ ...answer, update }) : update();
    };
  };
}
