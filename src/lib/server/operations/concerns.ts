import type { Message } from '$core/language';
import { message } from '$lib/words';
import type { TaskState } from '../background/queue';
import type { BackupState, DatabaseState } from './databases';
import type { ProcessRow } from './processes';

/** A backup older than this is none to rely on, ms. */
const BACKUP_MS = 24 * 3600_000;
/** Of the database's connections so many may be in use, as a share. */
const CONNECTIONS = 0.8;

/** What somebody should see to, in words. */
export interface Concern {
  is:
    | 'no-synchronous-standby'
    | 'processes-away'
    | 'other-versions'
    | 'backup-is-old'
    | 'connections-run-out'
    | 'log-is-not-archived'
    | 'store-is-away'
    | 'work-given-up';
  said: Message;
}

/**
 * What needs attention, the most urgent first.
 * @param version what the process serves that is asked
 */
export function concernsOf(
  processes: readonly ProcessRow[],
  { standbys = [], connections, archive }: Pick<DatabaseState, 'standbys' | 'connections' | 'archive'>,
  { backup }: BackupState,
  background: { tasks: readonly TaskState[]; storeAnswers?: boolean },
  version: string,
  now: number
): Concern[] {
  const away = processes.filter((p) => p.isAway).length;
  const givenUp = background.tasks.reduce((sum, task) => sum + task.failed, 0);
  const others = processes.filter((p) => !p.isAway && p.version !== version).length;
  const all: [isSo: boolean, Concern['is'], Message][] = [
    // A single machine has none, and is meant so.
    [
      standbys.length > 0 && !standbys.some((s) => s.isSynchronous && s.isStreaming),
      'no-synchronous-standby',
      message('operations.noSynchronousStandby')
    ],
    [archive?.fails === true, 'log-is-not-archived', message('operations.logIsNotArchived')],
    [background.storeAnswers === false, 'store-is-away', message('operations.storeIsAway')],
    [away > 0, 'processes-away', message('operations.processesAway', { n: away })],
    [others > 0, 'other-versions', message('operations.otherVersions', { n: others })],
    [backup === undefined || now - Date.parse(backup) > BACKUP_MS, 'backup-is-old', message('operations.backupIsOld')],
    [givenUp > 0, 'work-given-up', message('operations.workGivenUp', { n: givenUp })],
    [connections.used > CONNECTIONS * connections.most, 'connections-run-out', message('operations.connectionsRunOut')]
  ];
  return all.flatMap(([isSo, is, said]) => (isSo ? [{ is, said }] : []));
}
