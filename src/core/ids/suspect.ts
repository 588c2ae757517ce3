/** What may hold a part that should come: a joint, or something about it (`cover-clips/hooks`); or what no file knows. */
export const UNDOCUMENTED = 'undocumented';

export const suspectId = (joint: string, about?: 'hooks' | 'cable'): string => (about ? `${joint}/${about}` : joint);

/** @returns the joint, undefined for what no file knows */
export const suspectJoint = (suspect: string): string | undefined =>
  suspect === UNDOCUMENTED ? undefined : suspect.split('/')[0]!;
