/** What the keeper of a shop's server does: see docs/keeping.md. DATABASE_URL names the database as its owner, PHOTO_FOLDER where photos lie. */
import { parseArgs } from 'node:util';
import { backup, drill, muchOf, noteDone, Refusal, restore } from './admin/backup';
import { erase } from './admin/erase';
import { base, drillMoment } from './admin/moment';
import { objectStore } from '$lib/server/objects/store';
import { withSecrets } from '$lib/server/settings/secrets';

const HELP = `ew-admin backup FOLDER                      database and photos into a folder of their own
ew-admin restore FOLDER                     into an empty database, and a look whether all of it is there
ew-admin drill                              backup, restored beside it into a throw-away server and compared
ew-admin base FOLDER [--settings FILE]      the whole server as it stands, with photos and settings: with the log that it archives from
                                            then on, any later moment can be had again. REPLICATION_URL names a login that may copy
ew-admin drill --base FOLDER --archive FOLDER [--to MOMENT]
                                            such a copy, played back in a throw-away server until then and compared
ew-admin erase --job N --why TEXT           a customer out of a closed job; the technical record stays
ew-admin erase --closed-before DAY --why TEXT   out of all jobs closed before a day
ew-admin erase --due                        out of all closed jobs that the shop's settings say are old enough: to be run every day`;

async function main(): Promise<string> {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    options: {
      job: { type: 'string' },
      'closed-before': { type: 'string' },
      settings: { type: 'string' },
      base: { type: 'string' },
      archive: { type: 'string' },
      to: { type: 'string' },
      due: { type: 'boolean' },
      why: { type: 'string' }
    }
  });
  const [verb, folder] = positionals;
  if (!verb) return HELP;
  const { env, faults } = withSecrets(process.env);
  if (faults.length > 0) throw new Refusal(faults.join('; '));
  const url = env.DATABASE_URL;
  if (!url) throw new Refusal('DATABASE_URL is not set: it names the database, as its owner.');
  const photos = process.env.PHOTO_FOLDER;
  const told = (of: { rows: Record<string, number>; runs: object; files: object }) =>
    `${Object.values(of.rows).reduce((a, b) => a + b, 0)} rows in ${Object.keys(of.rows).length} tables, ${Object.keys(of.runs).length} runs, ${Object.keys(of.files).length} files`;
  switch (verb) {
    case 'backup':
    case 'restore': {
      if (!folder) throw new Refusal(`${verb} needs a folder.`);
      if (verb === 'restore')
        return `Restored and compared: ${told(await restore(url, folder, photos, objectStore()))}.`;
      const made = await backup(url, folder, photos, objectStore());
      await noteDone(url, 'backup', muchOf(made));
      return `Backed up: ${told(made)}.`;
    }
    case 'base': {
      if (!folder) throw new Refusal('base needs a folder.');
      const from = { photos, store: objectStore(), settings: values.settings };
      await base({ url, copying: env.REPLICATION_URL ?? url }, folder, from);
      await noteDone(url, 'backup', {});
      return 'The server was copied, and looked through.';
    }
    case 'drill': {
      if (values.base && values.archive) {
        const tried = await drillMoment(url, { folder: values.base, archive: values.archive, to: values.to });
        if (tried.differing.length > 0)
          throw new Refusal(`Not as they are in use: runs ${tried.differing.slice(0, 20).join(', ')}.`);
        await noteDone(url, 'drill', { runs: tried.runs, events: tried.events });
        return `Restored in ${tried.restoredIn.toFixed(0)} s, ${tried.runs} runs compared in ${tried.comparedIn.toFixed(0)} s: all as they are in use. Since then: ${tried.lostEvents} events, ${tried.lostSeconds.toFixed(1)} s.`;
      }
      const tried = await drill(url, photos, objectStore());
      await noteDone(url, 'drill', muchOf(tried));
      return `Backed up, restored elsewhere and compared: ${told(tried)}.`;
    }
    case 'erase': {
      const before = values['closed-before'];
      if (before !== undefined && !/^\d{4}-\d{2}-\d{2}$/.test(before))
        throw new Refusal('--closed-before is a day, as in 2024-12-31.');
      if (values.job !== undefined && !/^[1-9]\d{0,14}$/.test(values.job))
        throw new Refusal('--job is a job\u2019s number.');
      if ([before, values.job, values.due].filter((v) => v !== undefined).length !== 1)
        throw new Refusal(
          'Erase one job (--job), all that were closed before a day (--closed-before), or those that are due (--due).'
        );
      if (values.due) {
        const erased = await erase(url, { due: true }, values.why ?? 'due by the shop\u2019s settings');
        return erased.length === 0
          ? 'No customer is due to be erased.'
          : `Erased the customer of: ${erased.join(', ')}.`;
      }
      return `Erased the customer of: ${(await erase(url, before === undefined ? { job: Number(values.job) } : { closedBefore: before }, values.why ?? '')).join(', ')}.`;
    }
    default:
      throw new Refusal(`There is no "${verb}".\n${HELP}`);
  }
}

main().then(
  (text) => void process.stdout.write(`${text}\n`),
  (error: Error) => {
    process.stderr.write(`${error.message}\n`);
    process.exitCode = error instanceof Refusal ? 2 : 1;
  }
);
