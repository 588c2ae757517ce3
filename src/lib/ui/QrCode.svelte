<script lang="ts">
  import qrcode from 'qrcode-generator';

  /** A text as a code that a camera reads (QR, ISO/IEC 18004), black on white in both themes. */
  let { text, label }: { text: string; label: string } = $props();

  /** White around the code, modules: the standard asks for four. */
  const QUIET = 4;
  const code = $derived.by(() => {
    const qr = qrcode(0, 'M');
    qr.addData(text);
    qr.make();
    const n = qr.getModuleCount();
    const all = Array.from({ length: n * n }, (_, i) => [Math.floor(i / n), i % n] as const);
    return {
      size: n + 2 * QUIET,
      d: all.flatMap(([y, x]) => (qr.isDark(y, x) ? [`M${x + QUIET} ${y + QUIET}h1v1h-1Z`] : [])).join('')
    };
  });
</script>

<svg viewBox="0 0 {code.size} {code.size}" role="img" aria-label={label} shape-rendering="crispEdges" data-code={text}>
  <rect width="100%" height="100%" fill="#fff" />
  <path d={code.d} fill="#000" />
</svg>
