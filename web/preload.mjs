import fs from 'node:fs/promises';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

/**
 * Names in the head of each prerendered page the modules that it will ask for, so that they come all at once and not one
 * after the other as each is found in the one before. A page's view is the one of its name.
 */
export function preload() {
  const chunks = new Map();
  const collect = {
    name: 'arbolito-preload',
    applyToEnvironment: ({ name }) => name === 'client',
    generateBundle(_, bundle) {
      for (const chunk of Object.values(bundle)) if (chunk.type === 'chunk') chunks.set(`/${chunk.fileName}`, chunk);
    },
  };
  return {
    name: 'arbolito-preload',
    hooks: {
      'astro:config:setup': ({ updateConfig }) => updateConfig({ vite: { plugins: [collect] } }),
      'astro:build:done': async ({ dir, pages }) => {
        for (const { pathname } of pages) {
          const name = pathname.replace(/\/$/, '');
          const file = path.join(fileURLToPath(dir), name, 'index.html');
          const html = await fs.readFile(file, 'utf8').catch(() => null);
          if (html === null) continue;
          const links = modulesOf(chunks, html, name).map((m) => `<link rel="modulepreload" href="${m}">`);
          await fs.writeFile(file, html.replace('</head>', `${links.join('')}</head>`));
        }
      },
    },
  };
}

/** What the island of a page imports, and what its view does. */
function modulesOf(chunks, html, name) {
  const found = new Set();
  const visit = (url) => {
    if (found.has(url) || !chunks.has(url)) return;
    found.add(url);
    const { imports, dynamicImports } = chunks.get(url);
    for (const next of imports) visit(`/${next}`);
    for (const next of dynamicImports) if (chunks.get(`/${next}`)?.name.toLowerCase() === name) visit(`/${next}`);
  };
  for (const [, url] of html.matchAll(/(?:component|renderer)-url="([^"]+)"/g)) visit(url);
  return [...found];
}
