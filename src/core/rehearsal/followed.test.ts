import { describe, expect, it } from 'vitest';
import { offeredGoals, type Goal } from '../goals';
import { plan, type Plan } from '../plan';
import { seeded } from '../solve';
import { runs, THOROUGH } from '../testing/effort';
import { DEMO_MACHINES, demoAccess } from '../testing/machines';
import { followed, handedOver, leftOver, Rehearsal, Stand, type Outcome } from '.';

const WEIGHTINGS = ['part-by-part', 'bit-by-bit'] as const;
/** Nodes of the search: what is followed need not be proved best. */
const SOON = 200;

describe.each(DEMO_MACHINES)('on %s', (id) => {
  const access = demoAccess(id);
  const rehearsal = new Rehearsal(access);
  const singles = (['reach', 'replace', 'remove', 'expose'] as const).flatMap((doing) =>
    offeredGoals(access.model, doing).map(({ goal }) => goal)
  );
  const random = seeded(5);
  const pick = () => singles[Math.floor(random() * singles.length)]!;
  const pairs = Array.from({ length: runs(30) }, () => [pick(), pick()]);
  const tried: Goal[][] = [...singles.filter((_, i) => THOROUGH || i % 8 === 0).map((goal) => [goal]), ...pairs];

  it.each(WEIGHTINGS)(
    'whoever follows a plan %s with the right motions breaks nothing, and everything moves',
    (weighting) => {
      let followedTo = 0;
      for (const goals of tried) {
        let made: Plan;
        try {
          made = plan(access, goals, { weighting, budget: SOON });
        } catch {
          // Not every pair can be done in one visit.
          continue;
        }
        let state = handedOver();
        for (const { step, tries } of followed(access, made))
          for (const one of tries) {
            const outcome: Outcome = rehearsal.attempt(state, one);
            if (outcome.is !== 'works')
              expect({ goals, step: step.id, one, ...outcome, then: undefined }).toEqual('works');
            state = (outcome as Extract<Outcome, { is: 'works' }>).then;
          }
        expect({ goals, harms: state.harms, left: leftOver(new Stand(access, state)) }).toEqual({
          goals,
          harms: [],
          left: []
        });
        followedTo++;
      }
      expect(followedTo).toBeGreaterThan(tried.length / 2);
    }
  );
});
