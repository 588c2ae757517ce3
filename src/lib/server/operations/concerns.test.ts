import { expect, it } from 'vitest';
import { concernsOf } from './concerns';
import type { Standby } from './databases';
import type { ProcessRow } from './processes';

const NOW = Date.parse('2026-11-27T12:00:00Z');
const one = (more: Partial<ProcessRow>): ProcessRow => ({
  id: 'a',
  host: 'bench',
  port: 3001,
  version: '7',
  startedAt: '2026-11-27T10:00:00Z',
  seenAt: '2026-11-27T11:59:50Z',
  isAway: false,
  memory: 1e8,
  waitedMs: 2,
  streams: 0,
  threadWork: 0,
  waiting: 0,
  ...more
});
const standby = (more: Partial<Standby>): Standby => ({
  name: 'database-2',
  isSynchronous: true,
  isStreaming: true,
  behind: 0,
  behindSeconds: 0,
  ...more
});
const WELL = { connections: { used: 20, most: 100 }, standbys: [standby({}), standby({ isSynchronous: false })] };
const BACKUP = { backup: '2026-11-26T12:00:01Z' };
const told = (...asked: Partial<Parameters<typeof concernsOf>>) => {
  const [
    processes = [one({})],
    database = WELL,
    backups = BACKUP,
    background = { tasks: [] },
    version = '7',
    now = NOW
  ] = asked;
  return concernsOf(processes, database, backups, background, version, now).map(({ is, said }) =>
    [is, ...Object.values(said.with ?? {})].join(' ')
  );
};

it('nothing is told while all is as it should be, with standbys or without', () => {
  expect(told()).toEqual([]);
  expect(told(undefined, { ...WELL, standbys: [] })).toEqual([]);
  expect(told(undefined, { connections: WELL.connections })).toEqual([]);
});

it('each thing is told at its limit, and not before', () => {
  expect(told([one({}), one({ isAway: true }), one({ isAway: true, version: '6' })])).toEqual(['processes-away 2']);
  expect(told([one({}), one({ version: '6' })])).toEqual(['other-versions 1']);
  expect(
    told(undefined, { ...WELL, standbys: [standby({ isStreaming: false }), standby({ isSynchronous: false })] })
  ).toEqual(['no-synchronous-standby']);
  expect(told(undefined, undefined, { backup: '2026-11-26T12:00:00Z' })).toEqual([]);
  expect(told(undefined, undefined, { backup: '2026-11-26T11:59:59Z' })).toEqual(['backup-is-old']);
  expect(told(undefined, undefined, {})).toEqual(['backup-is-old']);
  const task = { task: 'store-photo', waiting: 900, active: 2, failed: 0, lastError: 'away' } as const;
  expect(told(undefined, undefined, undefined, { tasks: [task], storeAnswers: true })).toEqual([]);
  expect(told(undefined, undefined, undefined, { tasks: [{ ...task, failed: 3 }], storeAnswers: false })).toEqual([
    'store-is-away',
    'work-given-up 3'
  ]);
  expect(told(undefined, { ...WELL, archive: { fails: false } })).toEqual([]);
  expect(told(undefined, { ...WELL, archive: { fails: true } })).toEqual(['log-is-not-archived']);
  expect(told(undefined, { ...WELL, connections: { used: 80, most: 100 } })).toEqual([]);
  expect(told(undefined, { ...WELL, connections: { used: 81, most: 100 } })).toEqual(['connections-run-out']);
});

it('what would be lost comes first', () => {
  expect(
    told(
      [one({ isAway: true }), one({ version: '6' })],
      { connections: { used: 9, most: 10 }, standbys: [standby({ isSynchronous: false })] },
      {}
    )
  ).toEqual(['no-synchronous-standby', 'processes-away 1', 'other-versions 1', 'backup-is-old', 'connections-run-out']);
});
