import { log } from '../http/log';
import { pool } from '../database/pool';
import { objectStore } from '../objects/store';
import { sendWhatIsLeft, storePhoto } from './photos';
import { work } from './queue';
import { sendRecordsThatAreLeft, storeRecord } from './records';

/** How often it is looked for what nobody sent on its way, ms. */
const LOOK_MS = 60_000;
/** A database that is away at the start is asked again after, ms. */
const AGAIN_MS = 10_000;

let stop: (() => Promise<void>) | undefined;
let looking: NodeJS.Timeout | undefined;
let isEnding = false;

/** Does the shop's work in the background, beside other processes that do, until this one ends. */
export function beginBackground(): void {
  if (!objectStore()) return;
  const look = () =>
    Promise.all([sendWhatIsLeft(), sendRecordsThatAreLeft()]).catch((err: Error) =>
      log.warn({ err: { message: err.message } }, 'what is left for the object store')
    );
  const begin = async (): Promise<void> => {
    if (isEnding) return;
    try {
      stop = await work({
        'store-photo': ({ photo }) => storePhoto(pool(), photo),
        'store-record': ({ run }) => storeRecord(pool(), run)
      });
      await look();
    } catch (err) {
      log.warn({ err: { message: (err as Error).message } }, 'work in the background has not begun');
      setTimeout(() => void begin(), AGAIN_MS).unref();
    }
  };
  void begin();
  looking = setInterval(() => void look(), LOOK_MS).unref();
}

/** Takes no more work; what is under way is done to its end. */
export async function endBackground(): Promise<void> {
  isEnding = true;
  clearInterval(looking);
  await stop?.();
}
