import type { Transport } from '@sveltejs/kit';
import { packedText, unpacked } from '$lib/packed';

export const transport: Transport = { Packed: { encode: packedText, decode: unpacked } };
