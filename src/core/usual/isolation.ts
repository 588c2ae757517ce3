import type { Speak } from '../language';
import type { IsolationStep, Machine } from '../machine';
import { RECORDED } from '../words';

/** How the power of a cell is taken away: its plug is opened, it is drawn out of its bay, or firmware does it; or there is none. */
export type PowerWay =
  { by: 'plug'; joint: string } | { by: 'bay'; joint: string } | { by: 'firmware' } | { by: 'no-cell' };

/** The steps by which power is usually taken away. @param speak the language of the file */
export function usualIsolation(way: PowerWay, speak: Speak): Machine['isolation'] {
  const step = (
    kind: IsolationStep['kind'],
    text: Parameters<Speak>[0],
    seconds: number,
    joint?: string
  ): IsolationStep => ({ id: IDS[kind], kind, text: speak(text), seconds, ...(joint === undefined ? {} : { joint }) });
  const off = [step('shut-down', RECORDED.shutDown, 40), step('unplug-adapter', RECORDED.adapterOut, 5)];
  switch (way.by) {
    case 'plug':
      return { joint: way.joint, steps: [...off, step('open-joint', RECORDED.batteryPlug, 9, way.joint)] };
    // Contacts part only as the battery leaves its bay, from outside.
    case 'bay':
      return { joint: way.joint, steps: [...off, step('remove-battery', RECORDED.batteryOut, 9, way.joint)] };
    case 'firmware':
      return { steps: [...off, step('firmware-disconnect', RECORDED.firmwareOff, 60)] };
    case 'no-cell':
      return { steps: off, noCell: true };
  }
}

const IDS: Readonly<Record<IsolationStep['kind'], string>> = {
  'shut-down': 'shut-down',
  'unplug-adapter': 'adapter-out',
  'firmware-disconnect': 'firmware-off',
  'remove-battery': 'battery-out',
  'open-joint': 'battery-plug',
  'hold-power': 'drain',
  'cool-down': 'cool-down'
};
