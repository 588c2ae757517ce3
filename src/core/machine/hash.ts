import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import canonicalize from 'canonicalize';

/**
 * Content hash of a document: SHA-256 in hexadecimal over its canonical JSON (RFC 8785),
 * so that neither spacing nor the order of fields matters.
 */
export function contentHash(document: unknown): string {
  const text = canonicalize(document);
  if (text === undefined) throw new TypeError('only JSON documents have a content hash');
  return bytesToHex(sha256(utf8ToBytes(text)));
}
