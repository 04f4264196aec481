// Says which files their language's own formatter would change. Usage: node layout_judge.mjs JUDGES FOLDER
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { layOut } from '../../tools/print_timing/layout.mjs';

const [, , judges, folder] = process.argv;
const names = readdirSync(folder, { recursive: true, withFileTypes: true }).filter((it) => it.isFile()).map((it) => join(it.parentPath ?? it.path, it.name));
const texts = new Map(names.map((name) => [name, readFileSync(name, 'utf8')]));
let others = 0;
for (const [name, text] of await layOut(texts, judges)) {
  if (text === texts.get(name)) continue;
  others++;
  const lines = texts.get(name).split('\n');
  const at = text === null ? -1 : text.split('\n').findIndex((line, i) => line !== lines[i]);
  console.log(`${name.slice(folder.length + 1)}:${at + 1}: ${text === null ? 'no formatter' : lines[at]}`);
}
console.log(`${names.length} laid out, ${others} otherwise`);
process.exit(others > 0 ? 1 : 0);
