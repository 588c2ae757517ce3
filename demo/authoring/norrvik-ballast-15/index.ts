import { MachineBuilder, rect } from '../builder';
import { above, below } from './base';
import { D, F, P, T, U, W } from './common';
import { display } from './display';
import { inside } from './inside';

/** Norrvik Ballast 15: an invented notebook of the thick sort, with doors, drives and screws wherever one does not look. */
export function norrvikBallast15() {
  const m = new MachineBuilder({
    id: 'norrvik-ballast-15',
    maker: 'Norrvik',
    model: 'Ballast 15',
    revision: 'b',
    variants: [],
    size: { widthMm: W, depthMm: D, heightMm: 34 },
    zones: [
      { id: U, name: 'Underside', pose: { up: 'underside', lid: 'closed' }, outline: rect(0, 0, W, D, 8) },
      { id: T, name: 'Top side', pose: { up: 'topside', lid: 'flat' }, outline: rect(0, 0, W, D, 8) },
      { id: F, name: 'Display front', pose: { up: 'topside', lid: 'open' }, outline: rect(0, 0, W, 240, 8) },
      { id: P, name: 'Back of the palm rest', pose: { up: 'either', lid: 'any' }, outline: rect(0, 0, W, D, 8) }
    ],
    isolation: {
      joint: 'battery-blade',
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
          id: 'battery-out',
          kind: 'remove-battery',
          joint: 'battery-blade',
          text: 'Take the battery out of its bay',
          seconds: 8
        },
        { id: 'drain', kind: 'hold-power', text: 'Hold the power button for ten seconds', seconds: 12 }
      ]
    },
    notes: ['Invented for the demonstration. Any likeness to a real machine is chance.']
  });
  below(m);
  above(m);
  inside(m);
  display(m);
  return m
    .relation({
      kind: 'order',
      before: { joint: 'dc-channel' },
      after: { part: 'board', move: 'tilt' },
      leg: 'up',
      reason: 'The DC-in wire lies under the edge of the main board: dressed first'
    })
    .relation({
      kind: 'order',
      before: { part: 'keyboard', move: 'lift' },
      after: { part: 'palm-rest', move: 'lift' },
      leg: 'both',
      reason: 'The keyboard would slide off while the palm rest is lifted'
    })
    .relation({
      kind: 'order',
      before: { part: 'battery', move: 'slide' },
      after: { joint: 'optical-screw' },
      leg: 'down',
      reason: 'Drives are drawn only with the power away'
    })
    .relation({
      kind: 'order',
      before: { part: 'optical', move: 'slide' },
      after: { joint: 'optical-bracket-screws' },
      leg: 'both',
      reason: 'The bracket sits on the inner end of the drive'
    })
    .relation({
      kind: 'order',
      before: { part: 'caddy', move: 'slide' },
      after: { joint: 'disk-screws' },
      leg: 'both',
      reason: 'The drive\u2019s screws are in the sides of its carrier'
    }).machine;
}
