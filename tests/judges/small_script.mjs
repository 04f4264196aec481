// Compares small scripts with the readable ones they come from: a minifier that knows the language makes the same of both.
// Usage: node small_script.mjs JUDGES FOLDER, where FOLDER holds N.readable.js and N.small.js for each N.
import { readFileSync, readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';

const [, , judges, folder] = process.argv;
const { transformSync } = createRequire(join(judges, 'installed.json'))('esbuild');
const known = (file) => transformSync(readFileSync(join(folder, file), 'utf8'), { minify: true, format: 'esm' }).code;

const names = readdirSync(folder).filter((it) => it.endsWith('.readable.js')).map((it) => it.slice(0, -'.readable.js'.length));
const others = names.filter((name) => known(`${name}.readable.js`) !== known(`${name}.small.js`));
for (const name of others) console.log(`${name} is not the same script`);
console.log(`${names.length} compared`);
process.exit(others.length > 0 ? 1 : 0);
