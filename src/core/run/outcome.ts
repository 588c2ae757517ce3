import { emptyAfter, isClosed, type LedgerLine } from '../fasteners';
import type { Model } from '../machine';
import type { Plan } from '../plan';
import { jointName, OUTCOME } from '../words';
import type { RunState } from './fold';
import { goalLines, type ReportLine, type ReportSection } from './report';
import { allSteps } from './rounds';

/** What came of a job, in plain words: what was done, whether it works, whether everything is back in its place. */
export function outcomeOf(model: Model, plans: readonly Plan[], state: RunState): ReportLine[] {
  const steps = allSteps(plans);
  const tests = [...steps.values()].filter((s) => s.do === 'test' && state.steps[s.id]);
  const [failed, passed] = (['fail', 'pass'] as const).map((outcome) =>
    tests.filter((s) => state.steps[s.id]!.outcome === outcome)
  );
  return [
    ...goalLines(model, plans, state, steps),
    ...(failed!.length > 0
      ? [
          {
            text: OUTCOME.testsFail(
              failed!.length + passed!.length,
              failed!.map((s) => s.text)
            ),
            bad: true
          }
        ]
      : passed!.length > 0
        ? [{ text: OUTCOME.testsPass(passed!.length) }]
        : []),
    ...screws(model, state)
  ];
}

/** One line where everything is back; what is not is named. */
function screws(model: Model, { ledger }: RunState): ReportLine[] {
  const names = (lines: readonly LedgerLine[]) => lines.map((l) => jointName(model, model.joint(l.joint)));
  const open = ledger.filter((l) => !isClosed(l));
  if (open.length > 0) return [{ text: OUTCOME.screwsOpen(names(open)), bad: true }];
  const back = ledger.reduce((sum, l) => sum + l.back, 0);
  const empty = ledger.filter((l) => emptyAfter(l) > 0);
  const missing = empty.reduce((sum, l) => sum + emptyAfter(l), 0);
  // What was missing when it came in is told, and is nobody's fault here.
  const before = empty.reduce((sum, l) => sum + l.fates['missing-as-received'], 0);
  if (missing > 0)
    return missing === before
      ? [{ text: OUTCOME.screwsMissingBefore(back, missing, names(empty)) }]
      : [{ text: OUTCOME.screwsMissing(back, missing, names(empty)), bad: true }];
  return back > 0 ? [{ text: OUTCOME.screwsBack(back) }] : [];
}

/** What a customer reads before the full record: how it came in, what was found and measured, what was added to a signed report. */
const FOR_CUSTOMERS: ReadonlySet<ReportSection['id']> = new Set(['received', 'found', 'measured', 'added']);
export const forCustomers = (sections: readonly ReportSection[]): ReportSection[] =>
  sections.filter((s) => FOR_CUSTOMERS.has(s.id));
