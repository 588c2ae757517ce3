import { foldRecording, machineFrom, optionName, parseRecording, questionsOf, questionWords } from '$core/recording';
import { writeMachineFile } from '$core/formats';
import { machineFromSheet } from '$core/sheet';
import { checkDraft } from '$core/validate';
import { problemLine, Refusal, textAt } from './files';
import type { Options } from './options';
import { told } from './words';

/** Questions that are listed: nobody answers more at once. */
const ASKED = 10;

/** The machine file that a recorded teardown makes; what it lacks and what is worth asking are notes. */
export function drawn(path: string): { out: string; notes: string[] } {
  const recording = parseRecording(textAt(path));
  if (!recording.ok) throw new Refusal(recording.problems.map((f) => problemLine(path, f)));
  const state = foldRecording(recording.value.events);
  const made = machineFrom(state, told);
  if ('missing' in made) throw new Refusal([`${path}: no machine can be drawn of it yet: ${made.missing}`]);
  const { model } = made.access;
  return {
    out: writeMachineFile(made.machine),
    notes: [
      ...state.strange.map((s) => `${path}: left out: ${s.why} "${s.what}" (${s.event})`),
      ...made.lacking.map((l) => `${path}: not in the file yet: ${'part' in l ? l.part : l.joint}, ${l.why}`),
      ...questionsOf(made)
        .slice(0, ASKED)
        .map(
          (q) =>
            `${q.id}: ${told(questionWords(model, q))} (${q.options.map((o) => told(optionName(model, o) ?? o)).join(', ')}; taken: ${told(optionName(model, q.guess) ?? q.guess)}; ${q.goals.length} plans)`
        )
    ]
  };
}

/** The machine without a drawing that a table makes. */
export function fromSheet(path: string, { maker, model, body }: Options): { out: string; notes: string[] } {
  if (maker === undefined || model === undefined) throw new Refusal(['sheet wants --maker and --model']);
  const made = machineFromSheet(textAt(path), { maker, model, body: body ?? 'Body' }, told);
  const checked = made.ok ? checkDraft(made.machine) : made;
  if (!checked.ok) throw new Refusal(checked.problems.map((f) => problemLine(path, f)));
  return { out: writeMachineFile(checked.machine), notes: checked.warnings.map((f) => problemLine(path, f)) };
}
