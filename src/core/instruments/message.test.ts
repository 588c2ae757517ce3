import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { INSTRUMENT_FORMAT, readInstrument, readLength } from '.';

const line = (body: object) => JSON.stringify({ format: INSTRUMENT_FORMAT, ...body });

describe('a measuring device', () => {
  it('speaks in its own unit and is kept in ours', () => {
    expect(readInstrument(line({ device: 'calliper', value: 3.52, unit: 'mm' }))).toEqual({
      device: 'calliper',
      mm: 3.52
    });
    expect(readInstrument(line({ device: 'calliper', value: 0.125, unit: 'in' }))).toEqual({
      device: 'calliper',
      mm: 3.175
    });
    expect(readInstrument(line({ device: 'torque-driver', value: 18, unit: 'cN·m' }))).toEqual({
      device: 'torque-driver',
      nm: 0.18
    });
    expect(readInstrument(line({ device: 'torque-driver', value: 2, unit: 'lbf·in' }))).toEqual({
      device: 'torque-driver',
      nm: 0.226
    });
    expect(readInstrument(line({ device: 'scanner', text: ' NF14-2100 ' }))).toEqual({
      device: 'scanner',
      text: 'NF14-2100'
    });
  });
  it('may say more than we know, as long as it says that', () => {
    expect(readInstrument(line({ device: 'calliper', value: 1, unit: 'mm', battery: 'low' }))).toEqual({
      device: 'calliper',
      mm: 1
    });
  });
  it('that makes noise is not heard', () => {
    for (const text of [
      '',
      '{',
      'null',
      line({ device: 'calliper', value: -1, unit: 'mm' }),
      line({ device: 'calliper', value: 1, unit: 'ell' }),
      line({ device: 'oven', value: 1 }),
      line({ device: 'scanner', text: 'a\u0000b' }),
      JSON.stringify({ device: 'scanner', text: 'a' }),
      line({ device: 'scanner', text: 'x'.repeat(2000) })
    ])
      expect(readInstrument(text), text.slice(0, 40)).toBeUndefined();
    fc.assert(fc.property(fc.string(), (text) => void readInstrument(text)));
  });
  it('typed lengths are read with point or comma, in mm or inch', () => {
    expect([readLength('3.5'), readLength(' 3,5 mm'), readLength('0.5 in'), readLength('0.5"')]).toEqual([
      3.5, 3.5, 12.7, 12.7
    ]);
    for (const text of ['', 'mm', '3.5.2', '-1', '3 ell', 'NaN']) expect(readLength(text)).toBeUndefined();
  });
});
