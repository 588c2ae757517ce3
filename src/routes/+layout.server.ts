import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals }) => ({
  person: locals.person ? { id: locals.person.id, name: locals.person.name, role: locals.person.role } : null,
  theme: locals.theme
});
