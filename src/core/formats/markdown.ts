import type { Model } from '../machine';
import { brokenForGood, jobPhrase, pinchWords, type Plan } from '../plan';

const LEGS = { isolate: 'Make it safe', down: 'Down', swap: 'On the bench', up: 'Back up', prove: 'Prove it' } as const;

/** The plan as Markdown (CommonMark with task lists), to be read, printed or ticked off. */
export function planMarkdown(model: Model, plan: Plan): string {
  const { machine } = model;
  const out = [
    `# ${plain(jobPhrase(model, plan.goals))}`,
    '',
    `${plain(`${machine.maker} ${machine.model}`)}, revision ${plain(machine.revision)}. About ${minutes(plan.times.p50)}, cautiously ${minutes(plan.times.p80)}.`,
    `${sentenceOf('Removal set', plan.set)} ${sentenceOf('Order', plan.order)}`
  ];
  const list = (title: string, items: string[]) => {
    if (items.length > 0) out.push('', `## ${title}`, '', ...items);
  };
  list('In hand before the first screw', [
    ...plan.inHand.spares.map(
      (s) => `- [ ] ${plain(s.name)}${s.numbers.length > 0 ? `, ${plain(s.numbers.join(' or '))}` : ''}`
    ),
    ...plan.inHand.tools.map(
      (t) => `- [ ] ${plain(t.tool)}${t.substitutes.length > 0 ? ` (or ${plain(t.substitutes.join(', '))})` : ''}`
    ),
    ...plan.inHand.consumables.map((c) => `- [ ] ${plain(c.name)}: ${plain(c.amount)}`)
  ]);
  list(
    'Broken for good: the owner has to know',
    brokenForGood(model, plan).map((j) => `- ${plain(j.name)}`)
  );
  const energised = plan.energised
    .map((id) => plan.steps.find((s) => s.id === id))
    .flatMap((s) => (s ? [`- ${plain(s.text)}`] : []));
  list('Done with the power on', energised);
  list(
    'Turned with something not held',
    plan.steps.filter((s) => s.unheld).map((s) => `- ${plain(s.text)}`)
  );
  let leg = '';
  plan.steps.forEach((step, i) => {
    if (step.leg !== leg) {
      leg = step.leg;
      out.push('', `## ${LEGS[step.leg]}`, '');
    }
    out.push(`- [ ] ${i + 1}. ${plain(step.text)}${step.detail ? ` *${plain(step.detail)}*` : ''}`);
    for (const caution of step.cautions) out.push(`  - **Caution:** ${plain(caution.text)}`);
    for (const { name, text } of pinchWords(model, step)) out.push(`  - ${plain(name)} ${text}.`);
    if (step.leg === 'up' && step.departs) out.push(`  - Not the mirror: ${plain(step.departs)}`);
  });
  return `${out.join('\n')}\n`;
}

function sentenceOf(what: string, { cost, bound, proved }: Plan['set']): string {
  return proved
    ? `${what}: proved best.`
    : `${what}: at most ${Math.ceil((100 * (cost - bound)) / Math.max(1, bound))} % above the bound.`;
}

const minutes = (seconds: number) => `${Math.max(1, Math.round(seconds / 60))} min`;

/** Names come from files that others wrote: nothing in them may act as Markdown or HTML. */
function plain(text: string): string {
  return text
    .replace(/[\\`*_{}[\]()#+!|<>~]/g, (c) => (c === '<' ? '&lt;' : c === '>' ? '&gt;' : `\\${c}`))
    .replace(/\s+/g, ' ');
}
