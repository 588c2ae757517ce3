import type { Message } from '$core/language';
import { message } from '$lib/words';

/** Where one can go from every page, by role. */
export const placesOf = (role: string): { href: string; name: Message }[] => [
  { href: '/jobs', name: message('common.jobs') },
  { href: '/machines', name: message('common.machines') },
  { href: '/spares', name: message('common.spares') },
  { href: '/practice', name: message('common.practice') },
  ...(role === 'lead' ? [{ href: '/people', name: message('common.people') }] : []),
  { href: '/settings', name: message('common.settings') }
];
export const MANUAL = { href: '/help', name: message('common.manual') };
