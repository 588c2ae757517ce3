import type { Queryable } from '../database/pool';

/** A standby as the primary sees it. */
export interface Standby {
  name: string;
  /** What it has copied is known to be safe before a commit is answered. */
  isSynchronous: boolean;
  isStreaming: boolean;
  /** What it has not played back yet, bytes of the log, and for how long that has been so, s. */
  behind: number;
  behindSeconds: number;
}

export interface DatabaseState {
  /** PostgreSQL's version. */
  version: string;
  /** Newest form of the tables. */
  migration: string;
  /** On disk, bytes. */
  size: number;
  connections: { used: number; most: number };
  /** Undefined where the application may not ask. */
  standbys?: Standby[];
  /** The log as it is archived, so that any moment can be had again; undefined where it is not. */
  archive?: {
    /** When a piece of it was archived last. */
    at?: string;
    /** The last try failed: the log stays with the primary, and fills its disk. */
    fails: boolean;
  };
}

/** The primary and its standbys. */
export async function databaseState(db: Queryable): Promise<DatabaseState> {
  const [
    {
      rows: [own]
    },
    { rows: standbys },
    {
      rows: [archived]
    }
  ] = await Promise.all([
    db.query(
      `select current_setting('server_version') as version, (select name from migration order by id desc limit 1) as migration,
              pg_database_size(current_database())::float8 as size, (select sum(numbackends)::int from pg_stat_database) as used,
              current_setting('max_connections')::int as most, pg_has_role('pg_read_all_stats', 'usage') as "mayAsk"`
    ),
    db.query(
      `select application_name as name, sync_state in ('sync', 'quorum') as "isSynchronous", state = 'streaming' as "isStreaming",
              coalesce(pg_wal_lsn_diff(pg_current_wal_lsn(), replay_lsn), 0)::float8 as behind,
              coalesce(extract(epoch from replay_lag), 0)::float8 as "behindSeconds"
         from pg_stat_replication where state in ('streaming', 'catchup') order by application_name`
    ),
    db.query(
      `select last_archived_time as at, last_failed_time is not null and last_failed_time > coalesce(last_archived_time, '-infinity') as fails
         from pg_stat_archiver where current_setting('archive_mode') <> 'off'`
    )
  ]);
  const { used, most, mayAsk, ...rest } = own;
  return {
    ...rest,
    connections: { used, most },
    ...(mayAsk ? { standbys } : {}),
    ...(archived
      ? { archive: { fails: archived.fails, ...(archived.at ? { at: archived.at.toISOString() } : {}) } }
      : {})
  };
}

export interface BackupState {
  /** When the last one ended; undefined where none was. */
  backup?: string;
  drill?: string;
}

/** When the last backup and the last drill were done to their end. */
export async function backupState(db: Queryable): Promise<BackupState> {
  const { rows } = await db.query('select what, max(at) as at from backup group by what');
  return Object.fromEntries(rows.map(({ what, at }: { what: string; at: Date }) => [what, at.toISOString()]));
}
