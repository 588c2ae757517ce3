/** @type {import('prettier').Config} */
export default {
  printWidth: 120,
  singleQuote: true,
  trailingComma: 'none',
  objectWrap: 'collapse',
  plugins: ['prettier-plugin-svelte', 'prettier-plugin-tailwindcss'],
  tailwindStylesheet: './src/app.css',
  overrides: [{ files: '*.svelte', options: { parser: 'svelte' } }]
};
