import { Drive, type Machine } from '../machine';
import { seeded } from '../solve';
import { notebook } from './notebook';
import type { Goal } from '../goals';

/** For tests and the bench only: machines that nobody builds, each hard for one part of the planner. All boards come out in one visit. */
export const HOSTILE = {
  '8 drives, about 100 actions': () => withDrives(notebook(125), 8),
  '12 drives, about 150 actions': () => withDrives(notebook(185), 12),
  'dense choices': () => withLooseCables(notebook(160)),
  'zero seconds everywhere': () => inNoTime(withLooseCables(notebook(160))),
  'about 3,000 joints': () => notebook(4900)
} satisfies Record<string, () => Machine>;

export const allBoards = (machine: Machine): Goal[] =>
  machine.parts
    .filter((p) => p.id.startsWith('board'))
    .slice(0, 60)
    .map((p): Goal => ({ do: 'remove', part: p.id }));

/** Every group of screws with a drive of its own choice. */
function withDrives(machine: Machine, count: number): Machine {
  const random = seeded(count);
  return {
    ...machine,
    joints: machine.joints.map((j) =>
      j.kind === 'screws' ? { ...j, screw: { ...j.screw, drive: Drive.options[Math.floor(random() * count)]! } } : j
    )
  };
}

/** Between each two boards a cable that may be opened at either end. */
function withLooseCables(machine: Machine): Machine {
  const boards = machine.parts.filter((p) => p.id.startsWith('board'));
  const parts = [...machine.parts];
  const joints = [...machine.joints];
  boards.slice(1).forEach((board, i) => {
    const [from, to] = [boards[i]!, board];
    const id = `lead-${i}`;
    parts.push({
      id,
      name: id,
      kind: 'cable',
      numbers: [],
      spareIncludes: [],
      functions: [],
      care: [],
      shapes: [],
      moves: []
    });
    for (const end of [from, to]) {
      const { outline, zone, depth } = end.shapes[0]!;
      if (outline.form !== 'rect') continue;
      joints.push({
        kind: 'connector',
        id: `${id}-${end.id}`,
        name: `${id} at ${end.id}`,
        a: id,
        b: end.id,
        zone,
        at: [[outline.x + 3, outline.y + (end === from ? 6 : 12)]],
        depth: depth[0],
        seconds: 6 + (i % 3),
        functions: [],
        family: 'wire-along-board',
        carries: 'signal',
        faces: 'up',
        clearMm: 2
      });
    }
  });
  return { ...machine, parts, joints };
}

function inNoTime(machine: Machine): Machine {
  return {
    ...machine,
    parts: machine.parts.map((p) => ({ ...p, moves: p.moves.map((m) => ({ ...m, seconds: 0 })) })),
    joints: machine.joints.map((j) => ({ ...j, seconds: 0 }))
  };
}
