import { error } from '@sveltejs/kit';
import { pool } from '$lib/server/database/pool';
import { here } from '$lib/server/http/here';
import { knownOf } from '$lib/server/practice/practice';
import { wholeJobs } from '$lib/server/practice/rehearsals';
import { findPerson } from '$lib/server/sign-in/people';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params }) => {
  const about = await findPerson(pool(), params.person);
  if (!about) error(404, here().t('server.thereIsNoSuchPage'));
  const { rehearsed } = await wholeJobs(pool(), about.id);
  return { about: { id: about.id, name: about.name }, rehearsed, ...(await knownOf(pool(), about.id)) };
};
