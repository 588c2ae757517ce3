/** What a camera's picture may weigh: asked before it is kept at the bench, and again by the server. */
export const PHOTO_MAX_BYTES = 12_000_000;
