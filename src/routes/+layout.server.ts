import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals }) => ({
  person: locals.person ? { name: locals.person.name, role: locals.person.role } : null,
  theme: locals.theme
});
