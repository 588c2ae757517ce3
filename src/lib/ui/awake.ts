import type { Language } from '$core/language';

/** Keeps the screen on while one works, where the browser can; taken up again whenever the page is looked at again. */
export function stayAwake(): () => void {
  let lock: WakeLockSentinel | undefined;
  let isOver = false;
  const take = async () => {
    if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
    // Refused when the battery is low: then the screen goes off as it always did.
    lock = await navigator.wakeLock.request('screen').catch(() => undefined);
    if (isOver) void lock?.release();
  };
  document.addEventListener('visibilitychange', take);
  void take();
  return () => {
    isOver = true;
    document.removeEventListener('visibilitychange', take);
    void lock?.release();
  };
}

export const canSpeak = (): boolean => typeof speechSynthesis !== 'undefined';

/** Says a step aloud in the language it is written in, and nothing of the one before. */
export function speak(text: string, language: Language): void {
  speechSynthesis.cancel();
  const said = new SpeechSynthesisUtterance(text);
  said.lang = language;
  speechSynthesis.speak(said);
}
