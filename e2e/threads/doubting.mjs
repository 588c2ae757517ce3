/** The planner's thread as it is served, but for a check that doubts each plan: the first screw. */
const { default: work } = await import(new URL('../../build/threads/plan-thread.js', import.meta.url).href);

export default async function doubting(task, ...rest) {
  const done = await work(task, ...rest);
  if (task.do !== 'plan' || !done.ok) return done;
  return { ...done, plan: { ...done.plan, doubts: [doubtOf(done.plan)] } };
}

export const doubtOf = (plan) => ({
  step: plan.steps.find((s) => s.leg === 'down' && s.do === 'open').id,
  text: 'cannot be done yet: needs a door open'
});
