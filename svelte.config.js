import adapter from '@sveltejs/adapter-node';

/** @type {import('@sveltejs/kit').Config} */
export default {
  kit: {
    adapter: adapter({ out: 'build' }),
    // Our page for when the server is not reached is served under every address.
    paths: { relative: false },
    // A page that is open finds out within a minute that the server has a new build.
    version: { pollInterval: 60_000 },
    alias: { $core: 'src/core', $workers: 'src/workers' },
    csp: {
      mode: 'nonce',
      directives: {
        'default-src': ['self'],
        'script-src': ['self'],
        'style-src': ['self'],
        // Attributes only: positioning by popovers and widths of gauges. No style element may be injected.
        'style-src-attr': ['unsafe-inline'],
        'img-src': ['self', 'data:', 'blob:'],
        'font-src': ['self'],
        'connect-src': ['self'],
        'worker-src': ['self'],
        'object-src': ['none'],
        'base-uri': ['none'],
        'form-action': ['self'],
        'frame-ancestors': ['none']
      }
    }
  }
};
