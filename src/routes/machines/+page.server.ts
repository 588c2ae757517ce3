import { listQuery, stayWithin } from '$lib/server/database/lists';
import { reading } from '$lib/server/database/standby';
import { beingRecorded, LIBRARY_ORDERS, LIBRARY_PAGE, libraryPage } from '$lib/server/library/machines';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async (event) => {
  const query = listQuery(event.url.searchParams, LIBRARY_ORDERS);
  const [{ machines, found }, recorded] = await reading(event, (db) =>
    Promise.all([libraryPage(db, query), beingRecorded(db)])
  );
  stayWithin(event.url, query.page, machines);
  return {
    machines,
    page: query.page,
    pages: Math.ceil(found / LIBRARY_PAGE),
    isNarrowed: query.search !== '',
    recorded,
    mayImport: event.locals.person!.role === 'lead'
  };
};
