import { MACHINE_FORMAT, idFor, Machine } from '../machine';
import type { RecordingEvent } from './events';

type Started = Extract<RecordingEvent, { type: 'started' }>;
type Faced = Extract<RecordingEvent, { type: 'faced' }>;

/** What a file says of a machine before anything of it has been recorded: its body, and the faces that every notebook has. */
export function begunMachine(
  { maker, model, revision, size, rest }: Pick<Started, 'maker' | 'model' | 'revision' | 'size' | 'rest'>,
  faces: readonly Pick<Faced, 'face' | 'name' | 'pose'>[]
): Machine {
  const outline = { form: 'rect', x: 0, y: 0, width: size.widthMm, height: size.depthMm } as const;
  return Machine.parse({
    format: MACHINE_FORMAT,
    id: idFor(`${maker} ${model}`, 'machine'),
    maker,
    model,
    revision: revision ?? 'r1',
    size,
    zones: faces.map((f) => ({ id: f.face, name: f.name, pose: f.pose, outline })),
    parts: [
      {
        id: rest.part,
        name: rest.name,
        kind: 'case',
        shapes: faces.map((f) => ({ zone: f.face, outline, depth: [0, size.heightMm] }))
      }
    ],
    joints: [],
    isolation: { steps: [] },
    drawn: 'order'
  });
}
