/** @type {import('prettier').Config} */
export default {
  printWidth: 120,
  singleQuote: true,
  trailingComma: 'none',
  objectWrap: 'collapse',
  // Classes stand in components alone; reading them in every script takes as long again.
  overrides: [
    {
      files: '*.svelte',
      options: {
        parser: 'svelte',
        plugins: ['prettier-plugin-svelte', 'prettier-plugin-tailwindcss'],
        tailwindStylesheet: './src/app.css'
      }
    }
  ]
};
