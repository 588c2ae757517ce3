import type { MessagePort } from 'node:worker_threads';
import { drawingSvg, laidBare, tellingFace, untouched } from '../core/drawing';
import { accessOf } from '../core/access';
import type { FaultSet } from '../core/faults';
import { setOf, type ExerciseSet, type SetWish } from '../core/practice';
import { catalogueOf, speaker, type Language } from '../core/language';
import { readMachineFile } from '../core/formats';
import { modelOf, type Machine } from '../core/machine';
import type { Plan, PlanRequest } from '../core/plan';
import { foldRecording, readRecord, type Reading, type RecordingEvent } from '../core/recording';
import { refused, type Problem, type Result } from '../core/result';
import type { Paper } from '../lib/server/print';
import { answer, type Answer } from './answer';

/** What the server has done in threads of its own, so that no other request waits for it. */
export type Task =
  | {
      do: 'plan';
      request: PlanRequest;
      /** After so long the best plan so far is given, ms; the usual time where nothing is said. */
      enoughMs?: number | undefined;
      /** Where progress goes. */
      port: MessagePort;
    }
  | { do: 'read'; text: string }
  | { do: 'record'; events: RecordingEvent[]; language: Language }
  /** Without a zone: the face by which one knows the machine, laid bare and small. */
  | { do: 'draw'; machine: Machine; zone?: string; from?: number; goals?: string[]; language: Language }
  | { do: 'print'; paper: Paper }
  | { do: 'exercises'; machine: Machine; hash: string; faults: FaultSet | null; wish: SetWish };

/** How a plan goes: it stands, or its order is searched on, with the best cost so far and what is proved of it. */
export type Heard = { stage: 'first' } | { stage: 'down' | 'up'; cost: number; bound: number };

export type Made = Result<{ plan: Plan }>;
export type Checked = Result<{ machine: Machine; hash: string; warnings: readonly Problem[] }>;
export type Done<T extends Task> = T extends { do: 'plan' }
  ? Made
  : T extends { do: 'read' }
    ? Checked
    : T extends { do: 'record' }
      ? Reading
      : T extends { do: 'print' }
        ? Uint8Array<ArrayBuffer>
        : T extends { do: 'exercises' }
          ? ExerciseSet | null
          : string;

/** On the server: one piece of work in one thread of the pool. Who does not want it any more ends the thread. */
export default async function work(task: Task): Promise<Done<Task>> {
  switch (task.do) {
    case 'print':
      // Loaded by the first who prints: a thread that plans does without fonts.
      return (await import('../lib/server/print')).printed(task.paper);
    case 'plan':
      return planned(task);
    case 'read': {
      const file = readMachineFile(task.text);
      return file.ok ? { ok: true, machine: file.machine, hash: file.hash, warnings: file.warnings } : file;
    }
    case 'record':
      return readRecord(foldRecording(task.events), speaker(task.language, await catalogueOf(task.language)));
    case 'exercises': {
      const { machine, hash, faults, wish } = task;
      return setOf({ access: accessOf(modelOf(machine)), hash, ...(faults ? { faults } : {}) }, wish) ?? null;
    }
    case 'draw': {
      const model = modelOf(task.machine);
      const isSmall = task.zone === undefined;
      return drawingSvg(model, task.zone ?? tellingFace(model), isSmall ? laidBare(model, []) : untouched(), {
        speak: speaker(task.language, await catalogueOf(task.language)),
        withoutNames: isSmall,
        ...(task.from === undefined ? {} : { from: task.from }),
        ...(task.goals ? { goals: task.goals } : {})
      });
    }
  }
}

async function planned({ request, enoughMs, port }: Extract<Task, { do: 'plan' }>): Promise<Made> {
  let result: Made | undefined;
  await answer(
    request,
    (said: Answer) => {
      if (said.stage === 'done' || said.stage === 'doubted') result = { ok: true, plan: said.plan };
      else if (said.stage === 'refused') result = refused('cannot-be-planned', said.message);
      else if (said.stage === 'first') port.postMessage({ stage: 'first' } satisfies Heard);
      else if (said.stage === 'down' || said.stage === 'up') port.postMessage(said satisfies Heard);
    },
    () => false,
    enoughMs === undefined ? {} : { enoughMs }
  );
  port.close();
  return result!;
}
