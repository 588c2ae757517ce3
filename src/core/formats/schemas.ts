import { z } from 'zod';
import { FaultSet, FAULTS_FORMAT } from '../faults';
import { Machine } from '../machine';
import { Plan } from '../plan';
import { ExerciseSet, EXERCISE_SET_FORMAT, PRACTICE_RESULTS_FORMAT, PracticeResults } from '../practice';
import { Recording, RECORDING_FORMAT } from '../recording';
import { RunEvent } from '../run';
import { ARCHIVE_FORMAT, Manifest } from './archive';

/** The published formats by name, each as JSON Schema (draft 2020-12) made from the schema that checks it. */
export const PUBLISHED = {
  machine: { title: 'eager-wrench/machine@1', schema: Machine },
  plan: { title: 'eager-wrench/plan@1', schema: Plan },
  faults: { title: FAULTS_FORMAT, schema: FaultSet },
  recording: { title: RECORDING_FORMAT, schema: Recording },
  archive: { title: `${ARCHIVE_FORMAT}, its manifest`, schema: Manifest },
  'exercise-set': { title: EXERCISE_SET_FORMAT, schema: ExerciseSet },
  'practice-results': { title: PRACTICE_RESULTS_FORMAT, schema: PracticeResults },
  'run-event': { title: 'eager-wrench/run@1, one event', schema: RunEvent }
} as const;
export type Published = keyof typeof PUBLISHED;

export function jsonSchema(name: Published): object {
  const { title, schema } = PUBLISHED[name];
  return { title, ...z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) };
}
