import { pool } from '$lib/server/database';
import { listJobs } from '$lib/server/jobs';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async () => ({ jobs: await listJobs(pool()) });
