import type { Model } from '../machine';
import { brokenForGood, pinchWords, type Plan } from '../plan';
import { jobWords, LEG_NAMES, SHEET } from '../words';

/** The plan as Markdown (CommonMark with task lists), to be read, printed or ticked off. */
export function planMarkdown(model: Model, plan: Plan): string {
  const { machine } = model;
  const out = [
    `# ${plain(jobWords(model, plan.goals))}`,
    '',
    plain(SHEET.head(`${machine.maker} ${machine.model}`, machine.revision, plan.times)),
    `${SHEET.proof('set', plan.set)} ${SHEET.proof('order', plan.order)}`
  ];
  const list = (title: string, items: string[]) => {
    if (items.length > 0) out.push('', `## ${title}`, '', ...items);
  };
  list(SHEET.inHand, [
    ...plan.inHand.spares.map(
      (s) => `- [ ] ${plain(s.name)}${s.numbers.length > 0 ? `, ${plain(SHEET.numbers(s.numbers))}` : ''}`
    ),
    ...plan.inHand.tools.map((t) => `- [ ] ${plain(SHEET.tool(t.tool, t.substitutes))}`),
    ...plan.inHand.consumables.map((c) => `- [ ] ${plain(c.name)}: ${plain(c.amount)}`)
  ]);
  list(
    SHEET.broken,
    brokenForGood(model, plan).map((j) => `- ${plain(j.name)}`)
  );
  const energised = plan.energised
    .map((id) => plan.steps.find((s) => s.id === id))
    .flatMap((s) => (s ? [`- ${plain(s.text)}`] : []));
  list(SHEET.live, energised);
  list(
    SHEET.loose,
    plan.steps.filter((s) => s.unheld).map((s) => `- ${plain(s.text)}`)
  );
  let leg = '';
  plan.steps.forEach((step, i) => {
    if (step.leg !== leg) {
      leg = step.leg;
      out.push('', `## ${LEG_NAMES[step.leg]}`, '');
    }
    out.push(`- [ ] ${i + 1}. ${plain(step.text)}${step.detail ? ` *${plain(step.detail)}*` : ''}`);
    for (const caution of step.cautions) out.push(`  - **${SHEET.caution}:** ${plain(caution.text)}`);
    for (const { name, text } of pinchWords(model, step)) out.push(`  - ${plain(name)} ${text}.`);
    if (step.leg === 'up' && step.departs) out.push(`  - ${SHEET.departs}: ${plain(step.departs)}`);
  });
  return `${out.join('\n')}\n`;
}

/** Names come from files that others wrote: nothing in them may act as Markdown or HTML. */
function plain(text: string): string {
  return text
    .replace(/[\\`*_{}[\]()#+!|<>~]/g, (c) => (c === '<' ? '&lt;' : c === '>' ? '&gt;' : `\\${c}`))
    .replace(/\s+/g, ' ');
}
