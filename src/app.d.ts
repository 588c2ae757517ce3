import type { Language } from '$core/language';
import type { Person } from '$lib/server/sign-in/people';

declare global {
  namespace App {
    interface Error {
      message: string;
      /** What to name when asking for help: the request's id. */
      request?: string;
    }
    interface Locals {
      person?: Person;
      requestId: string;
      /** The language of who asks. */
      language: Language;
      /** What a page's own code threw: SvelteKit answers 500 to all of it, the gate knows better. */
      thrown?: unknown;
      theme: 'light' | 'dark' | 'auto';
    }
  }
}
export {};
