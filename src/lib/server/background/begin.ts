import { log } from '../http/log';
import { pool } from '../database/pool';
import { objectStore } from '../objects/store';
import { sendWhatIsLeft, storePhoto } from './photos';
import { work } from './queue';

/** How often it is looked for pictures that nobody sent on their way, ms. */
const LOOK_MS = 60_000;
/** A database that is away at the start is asked again after, ms. */
const AGAIN_MS = 10_000;

let stop: (() => Promise<void>) | undefined;
let isEnding = false;

/** Does the shop's work in the background, beside other processes that do, until this one ends. */
export function beginBackground(): void {
  if (!objectStore()) return;
  const look = () =>
    sendWhatIsLeft().catch((err: Error) => log.warn({ err: { message: err.message } }, 'pictures that are left'));
  const begin = async (): Promise<void> => {
    if (isEnding) return;
    try {
      stop = await work({ 'store-photo': ({ photo }) => storePhoto(pool(), photo) });
      await look();
    } catch (err) {
      log.warn({ err: { message: (err as Error).message } }, 'work in the background has not begun');
      setTimeout(() => void begin(), AGAIN_MS).unref();
    }
  };
  void begin();
  setInterval(() => void look(), LOOK_MS).unref();
}

/** Takes no more work; what is under way is done to its end. */
export async function endBackground(): Promise<void> {
  isEnding = true;
  await stop?.();
}
