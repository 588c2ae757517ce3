import { openedMachine } from '../access';
import { crossings } from '../cables';
import { laidBare, sceneOf, tellingFace, untouched, type Drawn } from '../drawing';
import { faceOf, goalOf } from '../goals';
import { readAction } from '../ids';
import type { MachineState, Model } from '../machine';
import type { Handled } from '../rehearsal';
import type { Ground } from './kind';
import type { Exercise } from './schema';

/** What of a machine is shown with an exercise. */
export interface Shown {
  zone: string;
  state: MachineState;
  scene: readonly Drawn[];
  /** What it is about, where that is one thing of the machine that may be told. */
  thing?: Handled | undefined;
}

/** Undefined where a drawing has nothing to say. @param isMarked what was asked for may be shown */
export function shownWith({ access }: Ground, exercise: Exercise, isMarked: boolean): Shown | undefined {
  const { kind, about, given } = exercise;
  const { model } = access;
  switch (kind) {
    case 'stop':
    case 'mistake':
      return undefined;
    case 'route': {
      const [zone] = given as [string];
      const state = bareOver(model, about);
      const scene = sceneOf(model, zone, state);
      return isMarked
        ? { zone, state, scene, thing: { part: about } }
        : { zone, state, scene: scene.filter((drawn) => !tellsRoute(drawn, about)) };
    }
    case 'screw':
    case 'motion':
    case 'marks':
      return seen(model, laidBare(model, []), { joint: about });
    case 'order':
      return seen(model, laidBare(model, []), readAction(about));
    case 'blocker':
      // What keeps it is looked for on the machine as it lies.
      return seen(model, openedMachine(access, given), readAction(about));
    case 'comes-off':
    case 'tests':
    case 'whole-job': {
      const goal = goalOf(about);
      const thing = goal.do === 'reach' ? { joint: goal.joint } : { part: goal.part };
      return seen(model, kind === 'comes-off' ? untouched() : laidBare(model, []), thing);
    }
  }
}

function seen(model: Model, state: MachineState, thing: Shown['thing']): Shown {
  const zone = (thing && faceOf(model, thing)) ?? tellingFace(model);
  return { zone, state, scene: sceneOf(model, zone, state), thing };
}

/** Without all that a cable runs under. */
function bareOver(model: Model, cable: string): MachineState {
  const bare = laidBare(model, []);
  const over = model.machine.parts.filter((p) =>
    crossings(model, p).some((c) => c.cable === cable && c.where === 'under')
  );
  return { ...bare, off: new Set([...bare.off, ...over.map((p) => p.id)]) };
}

/** The cable itself, and what holds it on its way. */
function tellsRoute(drawn: Drawn, cable: string): boolean {
  if (drawn.what === 'cable') return drawn.cable.part === cable;
  return drawn.what === 'joint' && drawn.joint.kind !== 'connector' && [drawn.joint.a, drawn.joint.b].includes(cable);
}
