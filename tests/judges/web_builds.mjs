// Web apps of several frameworks, made by the steps of INTEGRATE.md as they stand there, built for production, served as files and
// opened in headless Chromium; the example tests of the steps run on them, too.
// Usage: node web_builds.mjs JUDGES BUILDS FOLDER, where FOLDER/public is an export for the base "/".
import { execFileSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, readdirSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { browserOf, contextOf, serve } from './browser.mjs';

const [, , judges, builds, folder] = process.argv;
const name = readdirSync(join(folder, 'public/launch'))[0];
const exported = (file) => readFileSync(join(folder, 'public/launch', name, file), 'utf8');
const steps = exported('INTEGRATE.md');

/// The code blocks of the steps in a language.
const blocks = (language) => [...steps.matchAll(new RegExp('```' + language + '\\n([^]*?)```', 'g'))].map((it) => it[1]);
const [viewport] = blocks('html');
const [loaded, outcome, example] = blocks('js');
const [types] = blocks('ts');
const [layout] = blocks('tsx');

/// Steps 1 and 2.
function page(content, script) {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
${viewport}${exported('head.html')}<title>App</title>
</head>
<body>
${exported('body.html').replace('#app', `#${content}`)}<div id="${content}"></div>
${script}</body>
</html>
`;
}
const vite = (plugin, from) => `import { defineConfig } from 'vite';\nimport ${plugin} from '${from}';\nexport default defineConfig({ plugins: [${plugin.replace(/[{} ]/g, '')}()] });\n`;
const main = (file) => `<script type="module" src="/src/${file}"></script>\n`;

const projects = {
  plain: {
    out: 'dist', build: ['vite', 'build'],
    files: { 'index.html': page('app', main('main.ts')),
      'src/main.ts': `${types}\nconst first: Gate | null = null;\nexport type Ends = Outcome;\nvoid first;\n${loaded}${outcome}document.getElementById('app')!.innerHTML = '<button id="first">First</button>';\n` },
  },
  react: {
    out: 'dist', build: ['vite', 'build'],
    files: { 'index.html': page('root', main('main.jsx')), 'vite.config.js': vite('react', '@vitejs/plugin-react'),
      'src/main.jsx': `import { StrictMode, useEffect } from 'react';
import { createRoot } from 'react-dom/client';
function App() {
  useEffect(() => {
${loaded}  }, []);
  return <button id="first">First</button>;
}
createRoot(document.getElementById('root')).render(<StrictMode><App /></StrictMode>);
` },
  },
  vue: {
    out: 'dist', build: ['vite', 'build'],
    files: { 'index.html': page('app', main('main.js')), 'vite.config.js': vite('vue', '@vitejs/plugin-vue'),
      'src/main.js': "import { createApp } from 'vue';\nimport App from './App.vue';\ncreateApp(App).mount('#app');\n",
      'src/App.vue': `<script setup>\n${loaded}</script>\n<template><button id="first">First</button></template>\n` },
  },
  svelte: {
    out: 'dist', build: ['vite', 'build'],
    files: { 'index.html': page('app', main('main.js')), 'vite.config.js': vite('{ svelte }', '@sveltejs/vite-plugin-svelte'),
      'src/main.js': "import { mount } from 'svelte';\nimport App from './App.svelte';\nmount(App, { target: document.getElementById('app') });\n",
      'src/App.svelte': `<script>\n${loaded}</script>\n<button id="first">First</button>\n` },
  },
  next: {
    out: 'out', build: ['next', 'build', '--webpack'],
    files: { 'app/layout.tsx': layout, 'next.config.mjs': "export default { output: 'export' };\n", 'app/launch.ts': types,
      'app/page.tsx': `'use client';
import { useEffect } from 'react';
export default function Page() {
  useEffect(() => {
${loaded}  }, []);
  return <button id="first">First</button>;
}
` },
  },
};

const complaints = [];
const browser = await browserOf(judges);

/// What the example tests are written with.
function expect(value) {
  return { toBe: (wanted) => { if (value !== wanted) throw new Error(`is ${value}, not ${wanted}`); } };
}

for (const [kind, { files, build, out }] of Object.entries(projects)) {
  const project = join(folder, kind);
  mkdirSync(project, { recursive: true });
  symlinkSync(join(builds, 'node_modules'), join(project, 'node_modules'));
  cpSync(join(folder, 'public'), join(project, 'public'), { recursive: true });
  writeFileSync(join(project, 'package.json'), JSON.stringify({ name: kind, private: true, type: 'module', version: '1.0.0' }));
  writeFileSync(join(project, 'tsconfig.json'), JSON.stringify({ compilerOptions: { strict: true, noEmit: true, module: 'esnext', moduleResolution: 'bundler',
    target: 'es2022', lib: ['dom', 'dom.iterable', 'esnext'], jsx: 'preserve', skipLibCheck: kind === 'next', allowJs: false }, include: ['src/**/*.ts', 'app/**/*.ts', 'app/**/*.tsx'] }));
  for (const [file, text] of Object.entries(files)) {
    mkdirSync(dirname(join(project, file)), { recursive: true });
    writeFileSync(join(project, file), text);
  }
  try {
    const run = (program, ...args) => execFileSync(join(builds, 'node_modules/.bin', program), args, {
      cwd: project, encoding: 'utf8', stdio: 'pipe', env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', CI: '1' } });
    if (kind === 'plain') run('tsc', '--project', '.');
    const said = run(...build);
    const warnings = said.split('\n').filter((it) => /warn|can't be bundled|didn't resolve/i.test(it) && !/build cache|caching/.test(it));
    if (warnings.length > 0) complaints.push(`${kind}: the build says ${warnings.join('; ')}`);
  } catch (error) {
    complaints.push(`${kind} does not build: ${(error.stdout ?? '') + (error.stderr ?? '') + error.message}`.slice(0, 1500));
    continue;
  }
  const missing = [];
  const loads = new Set([...loaded.matchAll(/fetch\('([^']+)'\)/g)].map((it) => it[1])); // what the example would load
  const site = await serve(join(project, out), (url) => loads.has(url) || missing.push(url));
  const context = await contextOf(browser, { viewport: { width: 390, height: 844 } });
  const open = async (visit) => {
    const tab = await context.newPage();
    tab.on('pageerror', (error) => complaints.push(`${kind}: ${error.message}`));
    const go = tab.goto.bind(tab);
    tab.goto = (path) => go(`${site.origin}${path}`.replace(/\/$/, existsSync(join(project, out, 'index.html')) ? '/index.html' : '/'));
    try {
      await visit(tab);
    } catch (error) {
      complaints.push(`${kind}: ${error.message}`);
    }
    await tab.close();
  };
  await open(async (tab) => {
    await tab.goto('/');
    const held = await tab.evaluate(() => [...document.body.children].some((it) => it.inert || getComputedStyle(it).visibility === 'hidden'));
    if (!held) complaints.push(`${kind}: what lies beneath is not held`);
    expect(await tab.evaluate(() => launch.finished)).toBe('complete');
    expect(await tab.locator('[id$="-launch"]').count()).toBe(0);
    await tab.locator('button#first').click({ timeout: 2000 });
  });
  const tests = [];
  new Function('test', 'expect', example)((title, body) => tests.push({ title, body }), expect);
  if (tests.length < 2) complaints.push('the steps have no example tests');
  for (const { body } of tests) await open((tab) => body({ page: tab }));
  await context.close();
  site.close();
  if (missing.length > 0) complaints.push(`${kind}: missing ${missing.join(', ')}`);
  console.log(`${kind}: built and played`);
}
await browser.close();
console.log(`${Object.keys(projects).length} projects, ${complaints.length} complaints`);
for (const it of complaints) console.log(it);
process.exit(complaints.length === 0 ? 0 : 1);
