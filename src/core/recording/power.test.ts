import { describe, expect, it } from 'vitest';
import { powerGap } from '../machine';
import { plan } from '../plan';
import { english } from '../testing/english';
import { STARTED, told, type Said } from '../testing/told';
import { DO_NOT_KNOW, foldRecording, machineFrom, POWER_QUESTION, readRecord, type Drawn } from '.';

const named = (part: string, kind: string): Said => ({ type: 'named', part, name: part, kind });
const outlined = (part: string, x: number, y: number, width: number, height: number): Said => ({
  type: 'outlined',
  part,
  face: 'underside',
  outline: { form: 'rect', x, y, width, height },
  drawn: 'box'
});
const tapped = (joint: string, kind: 'screws' | 'connector', holds: string, at: [number, number]): Said => ({
  type: 'tapped',
  joint,
  face: 'underside',
  fixing: kind === 'screws' ? { kind } : { kind, family: 'wire-along-board' },
  places: [{ at }],
  holds
});
const lifted = (part: string): Said => ({
  type: 'moved',
  part,
  move: 'lift',
  kind: 'lift',
  face: 'underside',
  along: [],
  stays: []
});
const answer = (said: string): Said => ({ type: 'answered', question: POWER_QUESTION, answer: said });
const body: Said[] = [
  { ...STARTED, size: { widthMm: 300, depthMm: 200, heightMm: 18 } },
  { type: 'faced', face: 'underside', name: 'Underside', pose: { up: 'underside', lid: 'closed' } },
  named('cover', 'cover'),
  outlined('cover', 0, 0, 300, 200),
  tapped('cover-screws', 'screws', 'cover', [5, 5]),
  lifted('cover')
];
const board: Said[] = [
  named('board', 'board'),
  outlined('board', 20, 10, 180, 100),
  tapped('board-screws', 'screws', 'board', [25, 15]),
  named('fan', 'fan'),
  outlined('fan', 220, 10, 50, 50),
  tapped('fan-plug', 'connector', 'fan', [200, 40])
];
const battery: Said[] = [named('cells', 'battery'), outlined('cells', 20, 130, 200, 60)];
const lead: Said[] = [named('wire', 'cable'), tapped('wire-plug', 'connector', 'wire', [100, 108])];

const read = (...events: Said[]) => {
  const state = foldRecording(told([...body, ...events]));
  const reading = readRecord(state, english);
  const drawn = machineFrom(state, english) as Drawn;
  return { reading, drawn, asked: reading.questions.find((q) => q.about === 'power'), gap: powerGap(drawn.machine) };
};
const planned = ({ access }: Drawn) =>
  plan(access, [{ do: 'remove', part: 'cover' }], { budget: 0 }).steps.map((s) => s.id);

describe('the first question of a record', () => {
  it('is asked before anything is known, and of every record', () => {
    const state = foldRecording(told(body.slice(0, 2)));
    expect(readRecord(state, english).questions.map((q) => q.about)).toEqual(['power']);
    for (const more of [[], board, [...board, ...battery], [...board, ...battery, ...lead]])
      expect(read(...more).reading.questions[0]!.about).toBe('power');
  });

  it('stays open where nobody knows, and nothing is planned meanwhile', () => {
    const { asked, gap, drawn } = read(...board, ...battery, answer(DO_NOT_KNOW));
    expect(gap).toBe('cell-connected');
    expect(asked).toBeDefined();
    expect(() => planned(drawn)).toThrow();
    expect(read(...board).gap).toBe('cell-untold');
  });

  it('is answered by a tap on the plug, whose cable is then the lead of the battery', () => {
    const { asked, gap, drawn } = read(...board, ...battery, ...lead, answer('wire-plug'));
    expect(asked).toBeUndefined();
    expect(gap).toBeUndefined();
    expect(drawn.machine.isolation.joint).toBe('wire-plug');
    expect(drawn.machine.parts.find((p) => p.id === 'wire')?.on).toBe('cells');
    // Whatever is done inside, the plug is opened.
    const steps = plan(drawn.access, [{ do: 'reach', joint: 'fan-plug' }], { budget: 0 }).steps;
    const step = steps.find((s) => s.joint === 'wire-plug' && s.leg === 'down')!;
    // It was told and not seen: whoever relies on it looks first.
    expect(step.cautions).toContainEqual({ text: { say: 'caution.toldPlug' }, harm: true });
  });

  it('is taken from a plug that holds the battery itself, and asked all the same', () => {
    const own = tapped('cells-plug', 'connector', 'cells', [100, 108]);
    const { asked, gap, drawn } = read(...board, ...battery, own);
    expect(gap).toBeUndefined();
    expect(asked).toMatchObject({ guess: 'cells-plug' });
    expect(drawn.machine.origins!['isolation/joint']).toMatchObject({ how: 'guessed' });
  });

  it.each([
    ['firmware', 'firmware-disconnect'],
    ['bay', 'remove-battery']
  ])('is answered without a plug: %s', (said, kind) => {
    const { asked, gap, drawn } = read(...board, ...battery, answer(said));
    expect(asked).toBeUndefined();
    expect(gap).toBeUndefined();
    expect(drawn.machine.isolation.steps.map((s) => s.kind)).toEqual(['shut-down', 'unplug-adapter', kind]);
  });

  it('that there is no battery is an answer where none was recorded', () => {
    const { asked, gap, drawn } = read(...board, answer('no-cell'));
    expect(asked).toBeUndefined();
    expect(gap).toBeUndefined();
    expect(planned(drawn)).toContain('isolate/adapter-out');
  });

  it('an answer that what was seen contradicts takes no care away, and is asked once more', () => {
    const own = tapped('cells-plug', 'connector', 'cells', [100, 108]);
    for (const [events, said, joint] of [
      [[...board, ...battery], 'no-cell', undefined],
      [[...board, ...battery, own], 'no-cell', 'cells-plug'],
      [[...board, ...battery, own], 'firmware', 'cells-plug'],
      [[...board, ...battery, own], 'fan-plug', 'cells-plug'],
      [[...board, ...battery], 'fan-plug', undefined]
    ] as const) {
      const { asked, drawn, gap } = read(...events, answer(said));
      expect(asked, said).toMatchObject({ said });
      expect(drawn.machine.isolation.joint, said).toBe(joint);
      expect(gap, said).toBe(joint === undefined ? 'cell-connected' : undefined);
      expect(drawn.machine.isolation.noCell, said).toBeUndefined();
    }
  });
});

describe('what nobody saw', () => {
  it('holds what came off, is told at its step, and is gone once somebody taps what held it', () => {
    const steps = (...more: Said[]) => {
      const { drawn, reading } = read(...board, lifted('fan'), ...more, answer('no-cell'));
      return { reading, steps: plan(drawn.access, [{ do: 'remove', part: 'fan' }], { budget: 0 }).steps };
    };
    const unseen = steps();
    expect(unseen.reading.lacking).toContainEqual({ part: 'fan', why: 'unseen-hold' });
    const step = unseen.steps.find((s) => s.joint === 'hold-of-fan' && s.leg === 'down')!;
    expect(step.cautions.some((c) => c.harm)).toBe(true);
    const seen = steps(tapped('fan-screws', 'screws', 'fan', [225, 15]));
    expect(seen.reading.lacking).toEqual([]);
    expect(seen.steps.some((s) => s.joint === 'hold-of-fan')).toBe(false);
    expect(seen.steps.some((s) => s.joint === 'fan-screws')).toBe(true);
  });

  it('a wire of which no plug was tapped ends somewhere: it is looked for before the board goes', () => {
    const aerial: Said[] = [
      named('aerial', 'antenna'),
      named('lid', 'display'),
      tapped('lid-screws', 'screws', 'lid', [150, 5])
    ];
    const along: Said = { ...lifted('lid'), along: ['aerial'] };
    const { drawn } = read(...board, ...aerial, along, lifted('board'), answer('no-cell'));
    const { steps } = plan(drawn.access, [{ do: 'remove', part: 'board' }], { budget: 0 });
    expect(steps.some((s) => s.joint === 'hold-of-aerial' && s.leg === 'down')).toBe(true);
  });

  it('two parts of one grip have a way each, and a fan stays with its sink', () => {
    const speaker: Said[] = [
      named('speaker', 'speaker'),
      outlined('speaker', 230, 130, 30, 50),
      tapped('speaker-screws', 'screws', 'speaker', [235, 135])
    ];
    const screws = tapped('fan-screws', 'screws', 'fan', [225, 15]);
    const moves = (along: string, ...more: Said[]) => {
      const { drawn } = read(...board, screws, ...more, { ...lifted('fan'), along: [along] }, answer('no-cell'));
      return drawn.machine.parts.flatMap((p) => p.moves.map((m) => [p.id, m.with ?? []] as const));
    };
    expect(moves('speaker', ...speaker)).toEqual(
      expect.arrayContaining([
        ['fan', []],
        ['speaker', []]
      ])
    );
    const sink: Said[] = [
      named('sink', 'heat-sink'),
      outlined('sink', 120, 20, 60, 40),
      tapped('sink-screws', 'screws', 'sink', [125, 25])
    ];
    expect(moves('sink', ...sink).map(([id]) => id)).not.toContain('sink');
  });
});
