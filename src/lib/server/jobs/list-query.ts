import { type Waits } from '$core/job';
import { JOB_ORDERS } from '$lib/job-sorting';
import { pageFrom, searchFrom } from '../database/lists';
import type { JobQuery } from './jobs';
import { WAITS } from '$core/words';

/** What an address asks of the list of jobs; what it does not understand it leaves out. */
export function queryFrom(params: URLSearchParams): JobQuery & { page: number } {
  const waits = params.get('waits');
  return {
    waits: waits !== null && Object.hasOwn(WAITS, waits) ? (waits as Waits) : undefined,
    search: searchFrom(params) || undefined,
    closed: params.get('closed') === '1',
    order: JOB_ORDERS.find((order) => order === params.get('order')),
    desc: params.get('desc') === '1' ? true : undefined,
    page: pageFrom(params)
  };
}
