import type { MessagePort } from 'node:worker_threads';
import type { Plan, PlanRequest } from '../core/plan';
import { answer, type Answer } from './answer';

export interface Task {
  request: PlanRequest;
  /** Where progress goes, when somebody wants to hear of it. */
  port?: MessagePort;
}

export type Result = { ok: true; plan: Plan } | { ok: false; message: string };

/** On the server: one plan in one thread of the pool. Who does not want it any more ends the thread. */
export default async function planTask({ request, port }: Task): Promise<Result> {
  let result: Result | undefined;
  await answer(
    request,
    (said: Answer) => {
      if (said.stage === 'done') result = { ok: true, plan: said.plan };
      else if (said.stage === 'refused') result = { ok: false, message: said.message };
      else if (said.stage !== 'choices' && said.stage !== 'proved') port?.postMessage(said);
    },
    () => false
  );
  port?.close();
  return result!;
}
