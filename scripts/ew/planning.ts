import { z } from 'zod';
import { doubtsOf } from '$core/check';
import { planMarkdown, stepTable } from '$core/formats';
import { CONDITION_NAMES } from '$core/hazards';
import { parseDocument, type Model } from '$core/machine';
import {
  alongside,
  alternatives,
  explain,
  pinchWords,
  plan,
  whyInList,
  withDoubts,
  type Leg,
  type Plan,
  type PlanOptions
} from '$core/plan';
import { WEIGHTS, type Weighting } from '$core/solve';
import type { Options } from './options';
import { problemLine, Refusal, textAt, type Read } from './files';
import type { Goal } from '$core/goals';
import { legName } from '$core/words';
import { shown } from '$core/result';
import { LANGUAGES, spoken, type Speak } from '$core/language';
import { speaking } from './words';

/** Weights of one's own: seconds of wasted motion for each change. */
const WeightsFile = z.strictObject({
  turn: z.number().min(0).max(3600),
  lid: z.number().min(0).max(3600),
  tool: z.number().min(0).max(3600),
  focus: z.number().min(0).max(3600)
});
const SHORT: Record<string, Weighting> = { part: 'part-by-part', bit: 'bit-by-bit' };

export function goalsOf(values: Options): Goal[] {
  const list = (ids: string[] | undefined) => (ids ?? []).flatMap((v) => v.split(',')).filter(Boolean);
  return [
    ...list(values.replace).map((part): Goal => ({ do: 'replace', part })),
    ...list(values.remove).map((part): Goal => ({ do: 'remove', part })),
    ...list(values.expose).map((part): Goal => ({ do: 'expose', part })),
    ...list(values.reach).map((joint): Goal => ({ do: 'reach', joint }))
  ];
}

function weightingOf(given: string | undefined): PlanOptions['weighting'] {
  if (given === undefined) return 'part-by-part';
  if (Object.hasOwn(SHORT, given)) return SHORT[given]!;
  if (Object.hasOwn(WEIGHTS, given)) return given as Weighting;
  const weights = parseDocument(textAt(given), WeightsFile, 10_000);
  if (!weights.ok) throw new Refusal(weights.problems.map((f) => problemLine(given, f)));
  return { name: 'custom', weights: weights.value };
}

export function planText({ access, hash }: Read, values: Options): string {
  const told = speaking(values.language ?? 'en');
  if (!told) throw new Refusal([`no language "${shown(values.language!)}"; there are ${LANGUAGES.join(', ')}`]);
  const goals = goalsOf(values);
  const { variants } = access.model.machine;
  if (values.variant !== undefined && !variants.some((v) => v.id === values.variant)) {
    throw new Refusal([
      `no variant "${shown(values.variant)}"; there are ${variants.map((v) => v.id).join(', ') || 'none'}`
    ]);
  }
  const conditions = (values.condition ?? []).map((name) => {
    if (!Object.hasOwn(CONDITION_NAMES, name))
      throw new Refusal([`no condition "${shown(name)}"; there are ${Object.keys(CONDITION_NAMES).join(', ')}`]);
    return CONDITION_NAMES[name]!;
  });
  const avoid = values.avoid ?? [];
  const planned = plan(access, goals, {
    weighting: weightingOf(values.weights),
    hash,
    avoid,
    conditions,
    ...(values.variant ? { variant: values.variant } : {})
  });
  const made = withDoubts(planned, doubtsOf(access.model.machine, planned, hash));
  if (values.explain !== undefined) return explanation(made, values.explain, told);
  if (values.alternatives) {
    const ways = alternatives(access, goals, avoid);
    return ways.length > 0
      ? ways.map((w) => `${signed(w.extraSeconds)}  ${told(w.text)}   [--avoid '${w.avoid}']`).join('\n')
      : 'there is no other way';
  }
  if (values.alongside !== undefined) {
    const limit = Number(values.alongside);
    if (!(limit >= 0)) throw new Refusal([`--alongside takes seconds, not "${shown(values.alongside)}"`]);
    const more = alongside(access, goals, limit, avoid);
    return more.length > 0
      ? more.map((m) => `${signed(m.extraSeconds)}  ${told(m.text)}. ${told(m.reason)}`).join('\n')
      : `nothing else within ${limit} s`;
  }
  if (values.json) return JSON.stringify(spoken(made, told), null, 2);
  if (values.csv) return stepTable(made, told);
  if (values.markdown) return planMarkdown(access.model, made, told);
  return inLines(access.model, made, told);
}

const signed = (seconds: number) => `${seconds < 0 ? '-' : '+'}${Math.abs(Math.round(seconds))} s`.padStart(8);

/** A step by its number or its id. */
function explanation(made: Plan, which: string, told: Speak): string {
  const step = made.steps.find((s) => s.id === which) ?? made.steps[Number(which) - 1];
  if (!step) throw new Refusal([`no step "${shown(which)}": there are 1 to ${made.steps.length}`]);
  const number = (id: string) => made.steps.findIndex((s) => s.id === id) + 1;
  const chain = explain(made, step).map(
    (r) => `  ${told(r.text)}${r.figures ? ` (${told(r.figures)})` : ''}${r.step ? ` For step ${number(r.step)}.` : ''}`
  );
  const mirror = step.mirror ? [`  Its mirror is step ${number(step.mirror)}.`] : [];
  return [
    `${number(step.id)}  ${told(step.text)}`,
    ...chain,
    ...mirror,
    ...(step.departs ? [`  ${told(step.departs)}`] : [])
  ].join('\n');
}

function inLines(model: Model, made: Plan, told: Speak): string {
  const minutes = (s: number) => `${Math.round(s / 60)} min`;
  const gap = ({ cost, bound, proved }: Plan['set']) =>
    proved ? 'proved best' : `at most ${cost - bound} s above the bound`;
  const out = [
    `${made.machine.id} ${made.machine.revision}: ${made.goals.map((g) => `${g.do} ${g.do === 'reach' ? g.joint : g.part}`).join(', ')}`
  ];
  out.push(
    `${made.steps.length} steps, ${minutes(made.times.p50)} (cautious ${minutes(made.times.p80)}); set ${made.set.proved ? 'proved least' : 'not proved'}, order ${gap(made.order)}, way up ${gap(made.orderUp ?? made.order)}`
  );
  for (const { step, text } of made.doubts ?? [])
    out.push(
      `DOUBTED by the check${step === undefined ? '' : ` at step ${made.steps.findIndex((s) => s.id === step) + 1}`}: ${text}`
    );
  if (made.energised.length > 0)
    out.push(`energised: ${made.energised.length} steps before the power is away or after it is back`);
  if (made.loose.length > 0) out.push(`not held: ${made.loose.length} turns or lid moves with something loose`);
  let leg = '';
  made.steps.forEach((step, i) => {
    const why = whyInList(made, step);
    if (step.leg !== leg) out.push('', told(legName((leg = step.leg) as Leg)));
    out.push(
      `${String(i + 1).padStart(4)}  ${told(step.text)}${why ? `   [${told(why)}]` : ''}`,
      ...step.cautions.map((caution) => `      ! ${told(caution.text)}`),
      ...(step.detail ? [`      ${told(step.detail)}`] : []),
      ...pinchWords(model, step).map(
        ({ name, text, at }) => `      ~ ${told(name)} ${told(text)}.${at ? ` ${told(at)}` : ''}`
      )
    );
  });
  return out.join('\n');
}
