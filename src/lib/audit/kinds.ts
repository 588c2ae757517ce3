import type { Standing } from '$core/library';

type Role = 'technician' | 'lead' | 'trainee';
interface Account {
  role: Role;
  isDisabled: boolean;
}

/** What is written down in the log, with what is told of each besides who, when, and what it is about. */
export interface Logged {
  signed_in: object;
  'sign-in_refused': object;
  account_opened: { name: string; role: Role };
  account_changed: { from: Account; to: Account };
  password_given: object;
  password_changed: object;
  settings_changed: Readonly<Record<string, { from?: unknown; to?: unknown }>>;
  machine_imported: { hash: string };
  /** About the number of its file. */
  machine_standing: { standing: Standing };
  draft_begun: object;
  fault_set_imported: { faults: number };
  /** `priceMinor` in minor units of the shop's currency, null where it is not known */
  spare_kept: { name: string; priceMinor: number | null };
  /** About the number of the job. */
  trainee_let_on: { person: string; reason: string };
  exported: { file: string } | { rows: number };
  customer_erased: { why: string };
}

/** A row of the log. A log stays as it was written: of what is no longer known by its name, only the name is told. */
export interface LogRow {
  at: string;
  by: string | null;
  what: string;
  about: string;
  detail: object;
  address: string;
  /** The machine or the person that an id in the row stands for. */
  named: string | null;
}
