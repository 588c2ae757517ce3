/**
 * The header under which a file is saved. Headers are Latin-1: other characters travel encoded (RFC 6266 with RFC 8187), beside a
 * plain name for whoever does not read that.
 */
export function attachment(name: string, kind: 'attachment' | 'inline' = 'attachment'): string {
  const plain = name.replace(/[^\x20-\x7e]|["\\/%]/g, '_').slice(0, 150);
  // Half a character cannot be encoded.
  const whole = [...name.slice(0, 150)].filter((c) => !/^[\ud800-\udfff]$/.test(c)).join('');
  const encoded = encodeURIComponent(whole).replace(/['()*]/g, (c) => `%${c.charCodeAt(0).toString(16).toUpperCase()}`);
  return plain === name ? `${kind}; filename="${plain}"` : `${kind}; filename="${plain}"; filename*=UTF-8''${encoded}`;
}
