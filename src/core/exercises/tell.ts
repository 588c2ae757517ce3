import type { Access } from '../access';
import { faultSetIn } from '../faults';
import { fit, type ScrewGroup } from '../fasteners';
import { goalOf } from '../goals';
import { answerWords, QUESTIONS, triage, type HazardAnswers, type QuestionId } from '../hazards';
import type { ActionId } from '../ids';
import type { Said } from '../language';
import { movedBy, type ConnectorFamily, type Joint, type JointKind, type JointOf } from '../machine';
import { unmet } from '../plan';
import { closingWords, harmWords, judgedMotion, motionWords, readHarm, type Closing, type Motion } from '../rehearsal';
import {
  causeWords,
  closeWords,
  CONDITION_WORDS,
  EXERCISE_ASKS,
  EXERCISE_GIVEN,
  EXERCISE_WHY,
  FIXINGS,
  functionName,
  goalWords,
  jointName,
  mixUpWords,
  moveWords,
  openWords,
  partName,
  PLUG_FAMILIES,
  sizeWords,
  SKILLS,
  VERDICTS,
  zoneName
} from '../words';
import { marked, rightAnswer } from './exercise';
import type { Ground } from './kind';
import type { Answer, Exercise } from './schema';

/** What is asked. */
export function askWords({ access: { model, actions } }: Ground, { kind, about, given }: Exercise): Said {
  switch (kind) {
    case 'whole-job':
    case 'comes-off':
    case 'tests':
    case 'mistake':
      return EXERCISE_ASKS[kind](goalWords(model, goalOf(about)));
    case 'order':
    case 'marks':
    case 'stop':
      return EXERCISE_ASKS[kind];
    case 'blocker':
      return EXERCISE_ASKS.blocker(actionWords({ model, actions }, about));
    case 'screw':
      return EXERCISE_ASKS.screw(jointName(model, model.joint(about)));
    case 'route':
      return EXERCISE_ASKS.route(partName(model, about), zoneName(model, given[0]!));
    case 'motion':
      return EXERCISE_ASKS[given[0] === 'open' ? 'open' : 'close'](jointName(model, model.joint(about)));
  }
}

function actionWords({ model, actions }: Pick<Access, 'model' | 'actions'>, id: ActionId): Said {
  const action = actions.get(id)!;
  if (action.kind === 'open') return openWords(model, action.joint).text;
  const along = movedBy(action.part.id, action.move).slice(1);
  return moveWords(
    model,
    action,
    along.map((part) => model.part(part))
  ).text;
}

/** What is given besides, one line after the other. @param language in which a fault set's own texts are told */
export function givenWords({ access, faults }: Ground, { kind, given }: Exercise, language: string): Said[] {
  switch (kind) {
    case 'blocker':
      return [
        given.length === 0 ? EXERCISE_GIVEN.untouched : EXERCISE_GIVEN.done(given.map((id) => actionWords(access, id)))
      ];
    case 'mistake': {
      const set = faultSetIn(faults!, language);
      return given.map((line) => {
        const [what, id, outcome] = line.split(' ');
        if (what === 'symptom') return set.symptoms.find((s) => s.id === id)!.text;
        if (what === 'repair') return EXERCISE_GIVEN.repair(set.repairs.find((r) => r.id === id)!.text);
        const test = set.tests.find((t) => t.id === id)!;
        return EXERCISE_GIVEN.test(test.text, test.outcomes.find((o) => o.id === outcome)!.text);
      });
    }
    case 'stop':
      return given.map((line) => {
        const [id, answer] = line.split(' ') as [QuestionId, string];
        return EXERCISE_GIVEN.answer(QUESTIONS.find((q) => q.id === id)!.text, answerWords(id, answer));
      });
    default:
      return [];
  }
}

/** One of the options, or of what is given to be paired. */
export function optionWords({ access }: Ground, { kind, given }: Exercise, option: string): Said {
  const { model } = access;
  switch (kind) {
    case 'order':
    case 'blocker':
      return actionWords(access, option);
    case 'comes-off':
      return partName(model, option);
    case 'screw':
      return sizeWords((model.joint(option) as ScrewGroup).screw);
    case 'marks':
      return (model.joint(option) as JointOf<'connector'>).marks![1];
    case 'motion':
      return given[0] === 'open' ? motionWords(option as Motion) : closingWords(option as Closing);
    case 'tests':
      return functionName(option);
    case 'mistake':
      return harmWords(model, readHarm(option)).text;
    case 'stop':
      return VERDICTS[option as keyof typeof VERDICTS];
    case 'route':
    case 'whole-job':
      return option;
  }
}

/** What is trained. @param machineName what the machine of an id is called */
export function skillWords(skill: string, machineName: (id: string) => string): Said {
  const [what, of = ''] = skill.split(':');
  switch (what) {
    case 'plug':
      return PLUG_FAMILIES[of as ConnectorFamily];
    case 'fixing':
      return FIXINGS[of as JointKind];
    case 'chain':
    case 'route':
    case 'job':
      return SKILLS[what](machineName(of));
    default:
      return SKILLS[what as 'blocker'];
  }
}

/** The same with the machine that it is asked on, where the skill is not of one machine anyway. */
export function skillOnWords(skill: string, machine: string, machineName: (id: string) => string): Said {
  const named = skillWords(skill, machineName);
  return skill.split(':')[1] === machine ? named : SKILLS.on(named, machineName(machine));
}

/** What a lead is called that is to be paired. */
export const leadName = ({ access: { model } }: Ground, plug: string): Said => jointName(model, model.joint(plug));

/** Why the right answer is right, and what comes of the one that was given, in the terms of this machine. */
export function whyWords(ground: Ground, exercise: Exercise, answer: Answer): Said[] {
  const { access } = ground;
  const { model } = access;
  const { kind, about, given } = exercise;
  const right = rightAnswer(ground, exercise);
  if ('line' in right) return [EXERCISE_WHY.route];
  const { wrong } = marked(ground, exercise, answer);
  const named = (options: readonly string[]) => options.map((o) => optionWords(ground, exercise, o));
  const rest = exercise.options.filter((o) => !right.options.includes(o));
  switch (kind) {
    case 'order':
      return [EXERCISE_WHY.order(named(right.options))];
    case 'comes-off':
      return [EXERCISE_WHY.needed(named(right.options)), EXERCISE_WHY.spared(named(rest))];
    case 'tests':
      return [EXERCISE_WHY.touched(named(right.options)), EXERCISE_WHY.untouched(named(rest))];
    case 'blocker':
      return unmet(access, about, new Set(given)).map((r) => causeWords(model, r.cause));
    case 'screw': {
      const hole = model.joint(about) as ScrewGroup;
      const fitted = (id: string) => fit((model.joint(id) as ScrewGroup).screw, hole.screw.hole!, hole.screw);
      return [
        ...named(right.options).map(EXERCISE_WHY.right),
        ...wrong.map((screw) => mixUpWords(model, { screw, hole: about, fit: fitted(screw) }))
      ];
    }
    case 'marks':
      return given.map((plug, i) =>
        EXERCISE_WHY.pair(leadName(ground, plug), optionWords(ground, exercise, right.options[i]!))
      );
    case 'motion':
      return motionWhy(ground, exercise, wrong);
    case 'mistake':
      return [...named(right.options).map(EXERCISE_WHY.right), harmWords(model, readHarm(right.options[0]!)).shows];
    case 'stop': {
      const { stops, conditions } = triage(Object.fromEntries(given.map((line) => line.split(' '))) as HazardAnswers);
      const told = [...stops.map((s) => s.text), ...conditions.map((c) => CONDITION_WORDS[c])];
      return [...named(right.options).map(EXERCISE_WHY.right), ...told];
    }
    case 'route':
    case 'whole-job':
      return [];
  }
}

/** What the wrong motion does, and how it is rightly done. */
function motionWhy({ access: { model } }: Ground, { about, given }: Exercise, wrong: readonly string[]): Said[] {
  const joint: Joint = model.joint(about);
  const isUp = given[0] === 'close';
  const how = (isUp ? closeWords(model, joint) : openWords(model, joint)).detail;
  const comes = wrong.flatMap((motion): Said[] => {
    const judged = judgedMotion(joint, motion as Motion | Closing, isUp);
    if (judged === 'fine') return [];
    if (judged === 'stuck') return [EXERCISE_WHY.nothing];
    const { text, shows } = harmWords(model, { kind: judged, leg: isUp ? 'up' : 'down', at: { joint: about } });
    return [text, shows];
  });
  return [...comes, ...(how === undefined ? [] : [how])];
}
