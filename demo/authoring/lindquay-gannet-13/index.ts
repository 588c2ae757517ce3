import { MachineBuilder, rect } from '../builder';
import { board } from './board';
import { D, F, T, U, W } from './common';
import { cover } from './cover';
import { display, inputs } from './inputs';

/** Lindquay Gannet 13: an invented notebook with a glued cell and two lengths of screw in one cover. */
export function lindquayGannet13() {
  const m = new MachineBuilder({
    id: 'lindquay-gannet-13',
    maker: 'Lindquay',
    model: 'Gannet 13',
    revision: '2',
    variants: [
      { id: 'plain', name: 'without touch' },
      { id: 'touch', name: 'with touch screen' }
    ],
    size: { widthMm: W, depthMm: D, heightMm: 15 },
    zones: [
      { id: U, name: 'Underside', pose: { up: 'underside', lid: 'closed' }, outline: rect(0, 0, W, D, 12) },
      { id: T, name: 'Top side', pose: { up: 'topside', lid: 'open' }, outline: rect(0, 0, W, D, 12) },
      { id: F, name: 'Display front', pose: { up: 'topside', lid: 'open' }, outline: rect(0, 0, W, 200, 10) }
    ],
    isolation: {
      joint: 'battery-plug',
      steps: [
        { id: 'shut-down', kind: 'shut-down', text: 'Shut down fully', seconds: 40 },
        {
          id: 'adapter-out',
          kind: 'unplug-adapter',
          text: 'Unplug the adapter',
          seconds: 5,
          undo: 'Plug the adapter in',
          undoSeconds: 5
        },
        {
          id: 'battery-plug',
          kind: 'open-joint',
          joint: 'battery-plug',
          text: 'Open the battery plug before any other',
          seconds: 9
        }
      ]
    },
    notes: ['Invented for the demonstration. Any likeness to a real machine is chance.']
  });
  cover(m);
  board(m);
  inputs(m);
  display(m);
  return m.machine;
}
