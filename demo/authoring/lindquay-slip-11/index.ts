import { MachineBuilder, rect } from '../builder';
import { D, F, P, T, U, W } from './common';
import { display } from './display';
import { inside } from './inside';
import { outside } from './outside';

/** Lindquay Slip 11: an invented notebook that opens from above, with its battery plug under the palm rest. */
export function lindquaySlip11() {
  const m = new MachineBuilder({
    id: 'lindquay-slip-11',
    maker: 'Lindquay',
    model: 'Slip 11',
    revision: '2',
    variants: [],
    size: { widthMm: W, depthMm: D, heightMm: 16 },
    zones: [
      { id: U, name: 'Underside', pose: { up: 'underside', lid: 'closed' }, outline: rect(0, 0, W, D, 10) },
      { id: T, name: 'Top side', pose: { up: 'topside', lid: 'flat' }, outline: rect(0, 0, W, D, 10) },
      { id: F, name: 'Display front', pose: { up: 'topside', lid: 'open' }, outline: rect(0, 0, W, 184, 8) },
      { id: P, name: 'Back of the palm rest', pose: { up: 'either', lid: 'any' }, outline: rect(0, 0, W, D, 10) }
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
          text: 'Open the battery plug as soon as the palm rest is off',
          seconds: 9
        }
      ]
    },
    notes: ['Invented for the demonstration. Any likeness to a real machine is chance.']
  });
  outside(m);
  inside(m);
  display(m);
  return m
    .relation({
      kind: 'order',
      before: { part: 'speaker-left', move: 'lift' },
      after: { part: 'battery', move: 'lift' },
      leg: 'up',
      reason: 'The left speaker\u2019s wire runs along the battery: the speaker goes in before it'
    })
    .relation({
      kind: 'exempt',
      cover: 'hinge-left',
      action: { joint: 'ssd-slot' },
      reason: 'The arm stands 4 mm above the slot: the card slides out beneath it'
    }).machine;
}
