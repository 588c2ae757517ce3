/**
 * The names of days and months come with the application: a browser's own tables differ from the server's with their
 * versions ("Sep", "Sept"), and a page would change under the reader's eyes.
 */
export { de } from 'date-fns/locale/de';
export { enGB } from 'date-fns/locale/en-GB';
export { enUS } from 'date-fns/locale/en-US';
export { fr } from 'date-fns/locale/fr';
export { nl } from 'date-fns/locale/nl';
export { sv } from 'date-fns/locale/sv';
