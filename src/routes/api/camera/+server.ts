import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { parseDocument } from '$core/machine';
import { pool } from '$lib/server/database/pool';
import { CAMERA_COOKIE, cameraFrom, cameraIsOver, cameraOf, stepAtHand, type Camera } from '$lib/server/bench/camera';
import { textBody } from '$lib/server/http/body';
import type { RequestHandler } from './$types';

const Opened = z.strictObject({ token: z.string().min(20).max(100) });

async function said(camera: Camera) {
  const { job, person, expiresAt } = camera;
  return json({ job, person, expiresAt, step: (await stepAtHand(pool(), camera)) ?? null });
}

/** What is in hand now, for a phone that was opened before. */
export const GET: RequestHandler = async ({ cookies }) => said(await cameraFrom(pool(), cookies));

/** A phone shows the key that it read off the bench's screen: from then on it keeps it as a cookie of this room alone. */
export const POST: RequestHandler = async ({ request, cookies, url }) => {
  const read = parseDocument(await textBody(request, 1000), Opened, 1000);
  const camera = read.ok ? await cameraOf(pool(), read.value.token) : undefined;
  if (!read.ok || !camera) error(410, cameraIsOver());
  cookies.set(CAMERA_COOKIE, read.value.token, {
    path: '/api/camera',
    httpOnly: true,
    sameSite: 'strict',
    secure: url.protocol === 'https:',
    maxAge: Math.max(1, Math.round((Date.parse(camera.expiresAt) - Date.now()) / 1000))
  });
  return said(camera);
};
