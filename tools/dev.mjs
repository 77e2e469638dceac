// npm run dev: the same as npm start, with the page from Vite, which follows changes to the page's and core's sources.
process.argv.push('--dev');
await import('./start.mjs');
