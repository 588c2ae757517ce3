import { MachineBuilder, rect } from '../builder';
import { antennas, board } from './board';
import { D, F, T, U, W } from './common';
import { display } from './display';
import { around, shells } from './shell';

/** Norrvik Pilot 14: an invented notebook in three shells, whose top case is a spare that everything else moves over to. */
export function norrvikPilot14() {
  const m = new MachineBuilder({
    id: 'norrvik-pilot-14',
    maker: 'Norrvik',
    model: 'Pilot 14',
    revision: 'r3',
    variants: [
      { id: 'plain', name: 'without chip card reader' },
      { id: 'reader', name: 'with chip card reader and mobile network' }
    ],
    size: { widthMm: W, depthMm: D, heightMm: 18 },
    zones: [
      { id: U, name: 'Underside', pose: { up: 'underside', lid: 'closed' }, outline: rect(0, 0, W, D, 10) },
      { id: T, name: 'Top side', pose: { up: 'topside', lid: 'open' }, outline: rect(0, 0, W, D, 10) },
      { id: F, name: 'Display front', pose: { up: 'topside', lid: 'open' }, outline: rect(0, 0, W, 214, 9) }
    ],
    isolation: {
      joint: 'battery-plug',
      steps: [
        { id: 'shut-down', kind: 'shut-down', text: 'Shut down fully: hold Shift while shutting down', seconds: 40 },
        {
          id: 'adapter-out',
          kind: 'unplug-adapter',
          text: 'Unplug the adapter',
          seconds: 5,
          undo: 'Plug the adapter in: this brings the battery back',
          undoSeconds: 10
        },
        {
          id: 'firmware-off',
          kind: 'firmware-disconnect',
          text: 'In firmware setup choose Disconnect battery: the machine turns off at once',
          seconds: 60
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
  shells(m);
  around(m);
  board(m);
  antennas(m);
  display(m);
  return m.machine;
}
