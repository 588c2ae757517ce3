import { belief, reachFrom, type Fault, type Findings } from '../faults';
import { goalId, goalOf, offeredGoals } from '../goals';
import { plan } from '../plan';
import {
  faultOf,
  findingOf,
  harmKey,
  insteadOf,
  mistakeAt,
  placesOf,
  readHarm,
  Rehearsal,
  symptomsOf,
  type Harm
} from '../rehearsal';
import { triage, QUESTIONS, type HazardAnswers } from '../hazards';
import type { Body, Draw, Ground, Kind } from './kind';

const OPTIONS = 4;
/** The right one has to be believed in so much more than any other, or it would not be fair. */
const CLEARLY = 3;
/** Mistakes that are tried until enough of them have a fault of their own. */
const TRIED = 60;

/** Which mistake was made, by what the machine shows and what was tried. */
export const MISTAKE: Kind = {
  form: 'one',
  skills: ({ hasFaults }) => (hasFaults ? ['finding'] : []),
  make(ground, draw) {
    const { access, faults } = ground;
    if (!faults) return undefined;
    const { goal } = draw.one(offeredGoals(access.model, 'replace'));
    const [told, ...others] = mistakes(ground, draw, goalId(goal));
    if (!told || others.length === 0 || symptomsOf(told.fault).length === 0) return undefined;
    const found = findingOf(faults, told.fault, reachFrom(access, faults));
    if (!found) return undefined;
    // The repair that helped would tell it.
    const given = [
      ...symptomsOf(told.fault).map((id) => `symptom ${id}`),
      ...found.slice(0, -1).map((f) => (f.do === 'test' ? `test ${f.id} ${f.outcome}` : `repair ${f.id}`))
    ];
    const body: Body = {
      skill: 'finding',
      about: goalId(goal),
      given,
      options: draw.shuffled([told, ...others]).map(({ harm }) => harmKey(harm))
    };
    const [first, second] = ranked(ground, body);
    return first && first.option === harmKey(told.harm) && first.belief > CLEARLY * (second?.belief ?? 0)
      ? body
      : undefined;
  },
  answer: (ground, body) =>
    ranked(ground, body)
      .slice(0, 1)
      .map(({ option }) => option)
};

/** Single mistakes on the way up with one thing wrong in the end, each with a fault of its own; so many as there are options. */
function mistakes({ access, faults }: Ground, draw: Draw, goal: string): { harm: Harm; fault: Fault }[] {
  const rehearsal = new Rehearsal(access);
  const places = placesOf(rehearsal, plan(access, [goalOf(goal)], { budget: 0 })).filter((p) => p.step.leg === 'up');
  const out: { harm: Harm; fault: Fault }[] = [];
  for (let i = 0; i < TRIED && out.length < OPTIONS && places.length > 0; i++) {
    const place = draw.one(places);
    const instead = insteadOf(access.model, place.state, place.right);
    if (instead.length === 0) continue;
    const [harm, ...more] = mistakeAt(rehearsal, place, draw.one(instead))?.harms ?? [];
    if (!harm || more.length > 0) continue;
    const fault = faultOf(access.model, faults!, harm);
    if (fault && !out.some((other) => other.fault.id === fault.id)) out.push({ harm, fault });
  }
  return out;
}

/** The options by how much their fault is believed in after what is given, the likeliest first. */
function ranked({ access, faults }: Ground, { given, options }: Pick<Body, 'given' | 'options'>) {
  const believed = belief(faults!, findingsOf(given), {});
  return options
    .map((option) => {
      const fault = faultOf(access.model, faults!, readHarm(option));
      return { option, belief: fault ? believed[faults!.faults.findIndex((f) => f.id === fault.id)]! : 0 };
    })
    .sort((a, b) => b.belief - a.belief);
}

/** What is given of a mistake, as fault finding knows it. */
export function findingsOf(given: readonly string[]): Findings {
  const said = given.map((line) => line.split(' '));
  const of = (what: string) => said.filter(([kind]) => kind === what);
  return {
    symptoms: Object.fromEntries(of('symptom').map(([, id]) => [id!, true])),
    tests: Object.fromEntries(of('test').map(([, id, outcome]) => [id!, outcome!])),
    repairs: of('repair').map(([, id]) => id!)
  };
}

/** What intake came to may end the job here, ask for care, or be nothing. */
const VERDICTS = ['stop', 'care', 'go'] as const;

/** Safe or stop: what is done with a machine that came in so. */
export const STOP: Kind = {
  form: 'one',
  skills: () => ['stop'],
  make(_ground, draw) {
    const wanted = draw.one(VERDICTS);
    for (;;) {
      const given = QUESTIONS.map(({ id, answers }) => {
        const all = Object.keys(answers);
        return `${id} ${draw.random() < 0.7 ? all[0]! : draw.one(all)}`;
      });
      if (verdict(given) === wanted) return { skill: 'stop', about: 'intake', given, options: [...VERDICTS] };
    }
  },
  answer: (_ground, { given }) => [verdict(given)]
};

function verdict(given: readonly string[]): (typeof VERDICTS)[number] {
  const { stops, conditions } = triage(Object.fromEntries(given.map((line) => line.split(' '))) as HazardAnswers);
  return stops.length > 0 ? 'stop' : conditions.length > 0 ? 'care' : 'go';
}
