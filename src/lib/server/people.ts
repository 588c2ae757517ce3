import type { Queryable } from './database';
import { hashPassword } from './passwords';

export type Role = 'technician' | 'lead' | 'trainee';
export interface Person {
  id: string;
  signIn: string;
  name: string;
  role: Role;
}

export async function findForSignIn(db: Queryable, signIn: string): Promise<(Person & { passwordHash: string }) | undefined> {
  const { rows } = await db.query(
    `select id, sign_in as "signIn", display_name as name, role, password_hash as "passwordHash"
       from person where sign_in = $1 and disabled_at is null`,
    [signIn.trim().toLowerCase()]
  );
  return rows[0];
}

export async function addPerson(db: Queryable, person: Omit<Person, 'id'>, password: string): Promise<string> {
  const { rows } = await db.query(
    'insert into person (sign_in, display_name, role, password_hash) values ($1, $2, $3, $4) returning id',
    [person.signIn, person.name, person.role, await hashPassword(password)]
  );
  return rows[0].id;
}

export async function namesOf(db: Queryable, ids: readonly string[]): Promise<Map<string, string>> {
  const { rows } = await db.query('select id, display_name as name from person where id = any($1::uuid[])', [ids]);
  return new Map(rows.map((r: { id: string; name: string }) => [r.id, r.name]));
}
