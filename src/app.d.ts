import type { Person } from '$lib/server/people';

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
      theme: 'light' | 'dark' | 'auto';
    }
  }
}
export {};
