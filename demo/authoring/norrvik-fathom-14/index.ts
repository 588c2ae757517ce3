import { MachineBuilder, rect } from '../builder';
import { inputs, smallBoards } from './around';
import { cooling, outside, power } from './base';
import { board, radios, slots } from './board';
import { D, F, T, U, W } from './common';
import { display } from './display';

/** Norrvik Fathom 14: an invented notebook. */
export function norrvikFathom14() {
  const m = new MachineBuilder({
    id: 'norrvik-fathom-14',
    maker: 'Norrvik',
    model: 'Fathom 14',
    revision: 'r2',
    variants: [
      { id: 'plain', name: 'without touch' },
      { id: 'wwan', name: 'with mobile network card' }
    ],
    size: { widthMm: W, depthMm: D, heightMm: 17.4 },
    zones: [
      { id: U, name: 'Underside', pose: { up: 'underside', lid: 'closed' }, outline: rect(0, 0, W, D, 9) },
      { id: T, name: 'Top side', pose: { up: 'topside', lid: 'open' }, outline: rect(0, 0, W, D, 9) },
      { id: F, name: 'Display front', pose: { up: 'topside', lid: 'open' }, outline: rect(0, 0, W, 208, 8) },
      { id: 'left-edge', name: 'Left edge', pose: { up: 'either', lid: 'any' }, outline: rect(0, 0, D, 17.4, 2) }
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

  outside(m);
  power(m);
  cooling(m);
  board(m);
  slots(m);
  radios(m);
  smallBoards(m);
  inputs(m);
  display(m);

  return m
    .relation({
      kind: 'order',
      before: { part: 'sim-tray', move: 'draw' },
      after: { part: 'board', move: 'tilt' },
      leg: 'both',
      reason: 'The SIM tray locks the main board to the case wall'
    })
    .relation({
      kind: 'order',
      before: { joint: 'touchpad-plug' },
      after: { part: 'battery', move: 'lift' },
      leg: 'up',
      reason: 'The touchpad cable\u2019s slack lies under the battery: plugged in and laid flat first'
    })
    .relation({
      kind: 'order',
      before: { joint: 'fingerprint-plug' },
      after: { part: 'battery', move: 'lift' },
      leg: 'up',
      reason: 'The fingerprint cable\u2019s slack lies under the battery: plugged in and laid flat first'
    })
    .relation({
      kind: 'order',
      before: { part: 'keyboard', move: 'lift' },
      after: { part: 'board', move: 'tilt' },
      leg: 'both',
      reason: 'The keyboard is loose by then and would fall when the machine is turned over'
    })
    .relation({
      kind: 'order',
      before: { joint: 'dc-tape' },
      after: { joint: 'dc-plug' },
      leg: 'both',
      reason: 'The tape lies over the DC-in plug'
    }).machine;
}
