// Runs the code blocks of an export's INTEGRATE.md as they stand there, by way of React Native for Web: around the root component,
// what tells of loading, what asks for the outcome, and the example tests.
// Usage: node react_native_steps.mjs JUDGES APP, where APP is an export.
import { createRequire } from 'node:module';
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { browserOf, pageOf, serve } from './browser.mjs';
import { picturesFor } from './react_native_bundle.mjs';

const [, , judges, app] = process.argv;
const esbuild = createRequire(join(judges, 'package.json'))('esbuild');
const steps = readFileSync(join(app, 'launch', readdirSync(join(app, 'launch'))[0], 'INTEGRATE.md'), 'utf8');
const blocks = (language) => [...steps.matchAll(new RegExp('```' + language + '\\n([^]*?)```', 'g'))].map((it) => it[1]);
const [root, tests] = blocks('tsx');
const [loads, asks] = blocks('ts');

writeFileSync(join(app, 'steps.tsx'), `import React from 'react';
import { createRoot } from 'react-dom/client';
import { View } from 'react-native';
${root.replace('export default function App', 'function App')}
function FirstScreen() {
  return <View nativeID="first" style={{ flex: 1 }} />;
}
const fetch = async (what: string) => what;
window.steps = () => {
${loads}${asks}};
const before: (() => void)[] = [];
const all: { title: string; body: () => Promise<void> }[] = [];
const beforeEach = (it: () => void) => before.push(it);
const test = (title: string, body: () => Promise<void>) => all.push({ title, body });
let shown: ReturnType<typeof createRoot> | null = null;
const render = (element: React.ReactNode) => (shown = createRoot(document.getElementById('root')!)).render(element);
const expect = (value: unknown) => ({ toBe(wanted: unknown) { if (value !== wanted) throw new Error('is ' + value + ', not ' + wanted); } });
${tests}
window.run = async () => {
  const told: string[] = [];
  for (const { title, body } of all) {
    for (const it of before) it();
    told.push(title + ': ' + (await body().then(() => 'passed', (error) => error.message)));
    shown?.unmount();
  }
  return told;
};
window.play = () => render(<App />);
`);
await esbuild.build({
  entryPoints: [join(app, 'steps.tsx')], outfile: join(app, 'steps.js'), bundle: true, jsx: 'automatic', logLevel: 'error', plugins: [picturesFor(judges)],
  nodePaths: [join(judges, 'node_modules')], alias: { 'react-native': 'react-native-web' }, define: { 'process.env.NODE_ENV': '"production"', global: 'window' },
});
writeFileSync(join(app, 'steps.html'), '<!doctype html><html><head><meta charset="utf-8"><style>html, body, #root { height: 100%; margin: 0; display: flex; flex: 1 }</style>' +
  '</head><body><div id="root"></div><script src="steps.js"></script></body></html>');

const complaints = [];
const { origin, close } = await serve(app);
const browser = await browserOf(judges);
const page = await pageOf(browser, { viewport: { width: 390, height: 844 } });
page.on('pageerror', (error) => complaints.push(error.message));
const said = [];
page.on('console', (line) => (line.type() === 'error' ? complaints.push(line.text()) : said.push(line.text())));
await page.goto(`${origin}/steps.html`);
const told = await page.evaluate(() => window.run());
if (told.length < 2) complaints.push('there are no example tests');
complaints.push(...told.filter((it) => !it.endsWith(': passed')));
await page.reload();
await page.evaluate(() => {
  window.steps();
  window.play();
});
await page.waitForFunction(() => document.getElementById('first')?.closest('[aria-hidden=true]') === null, null, { timeout: 20000 });
if (!said.includes('complete') || !said.includes('the first screen is shown')) complaints.push(`the steps tell ${said.join(', ')}`);
await browser.close();
close();
console.log(`${told.length} example tests, ${complaints.length} complaints`);
for (const it of complaints) console.log(it);
process.exit(complaints.length === 0 ? 0 : 1);
