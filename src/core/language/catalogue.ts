import type { Language } from './said';
import type { Catalogue } from './speak';

/** The core's messages in a language. */
export async function catalogueOf(language: Language): Promise<Catalogue> {
  switch (language) {
    case 'en':
      return (await import('./catalogue/en.json', { with: { type: 'json' } })).default;
    case 'de':
      return (await import('./catalogue/de.json', { with: { type: 'json' } })).default;
  }
}
