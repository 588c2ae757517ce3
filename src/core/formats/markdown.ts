import type { Model } from '../machine';
import { brokenForGood, pinchWords, whyInList, type Plan } from '../plan';
import type { Said, Speak } from '../language';
import { jobWords, jointName, legName, SHEET, toolName } from '../words';

/** The plan as Markdown (CommonMark with task lists), to be read, printed or ticked off, in the language of who speaks. */
export function planMarkdown(model: Model, plan: Plan, speak: Speak): string {
  const { machine } = model;
  const plain = (said: Said) => inert(speak(said));
  const out = [
    `# ${plain(jobWords(model, plan.goals))}`,
    '',
    plain(SHEET.head(`${machine.maker} ${machine.model}`, machine.revision, plan.times)),
    plan.doubts
      ? plain(SHEET.doubted)
      : `${plain(SHEET.proof('set', plan.set))} ${plain(SHEET.proof('order', plan.order))}`,
    ...(plan.doubts ?? []).map(({ step, text }) => `- ${stepNumber(plan, step)}${inert(text)}`)
  ];
  const list = (title: Said, items: string[]) => {
    if (items.length > 0) out.push('', `## ${plain(title)}`, '', ...items);
  };
  list(SHEET.inHand, [
    ...plan.inHand.spares.map(
      (s) => `- [ ] ${plain(s.name)}${s.numbers.length > 0 ? `, ${plain(SHEET.numbers(s.numbers))}` : ''}`
    ),
    ...plan.inHand.tools.map((t) => `- [ ] ${plain(SHEET.tool(toolName(t.tool), t.substitutes.map(toolName)))}`),
    ...plan.inHand.consumables.map((c) => `- [ ] ${plain(c.name)}: ${plain(c.amount)}`)
  ]);
  list(
    SHEET.broken,
    brokenForGood(model, plan).map((j) => `- ${plain(jointName(model, j))}`)
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
      out.push('', `## ${plain(legName(step.leg))}`, '');
    }
    out.push(`- [ ] ${i + 1}. ${plain(step.text)}${step.detail ? ` *${plain(step.detail)}*` : ''}`);
    for (const caution of step.cautions) out.push(`  - **${plain(SHEET.caution)}:** ${plain(caution.text)}`);
    for (const { name, text, at } of pinchWords(model, step))
      out.push(`  - ${plain(name)} ${plain(text)}.${at ? ` ${plain(at)}` : ''}`);
    const why = whyInList(plan, step);
    if (why) out.push(`  - ${plain(SHEET.departs)}: ${plain(why)}`);
  });
  return `${out.join('\n')}\n`;
}

/** Where a step stands in its plan, to be looked up. */
function stepNumber(plan: Plan, id: string | undefined): string {
  const at = plan.steps.findIndex((s) => s.id === id);
  return at < 0 ? '' : `${at + 1}: `;
}

/** Names come from files that others wrote: nothing in them may act as Markdown or HTML. */
function inert(text: string): string {
  return text
    .replace(/[\\`*_{}[\]()#+!|<>~]/g, (c) => (c === '<' ? '&lt;' : c === '>' ? '&gt;' : `\\${c}`))
    .replace(/\s+/g, ' ');
}
