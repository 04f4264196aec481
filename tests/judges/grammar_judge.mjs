// Parses exported sources with the languages' own grammars. Usage: node grammar_judge.mjs JUDGES FOLDER
// Prints each place a grammar does not know. A tree without errors is necessary, not sufficient: grammars forgive some
// missing marks, and no names are looked up.
import { createRequire } from 'node:module';
import { readFileSync, readdirSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';

const [, , judges, folder] = process.argv;
const require = createRequire(join(judges, 'package.json'));
const { Parser, Language } = require('web-tree-sitter');
await Parser.init();
const modules = join(judges, 'node_modules');
const grammars = {
  '.kt': join(modules, '@tree-sitter-grammars/tree-sitter-kotlin/tree-sitter-kotlin.wasm'),
  '.swift': join(modules, '@repomix/tree-sitter-wasms/out/tree-sitter-swift.wasm'),
  '.dart': join(modules, '@repomix/tree-sitter-wasms/out/tree-sitter-dart.wasm'),
  '.js': join(modules, '@repomix/tree-sitter-wasms/out/tree-sitter-javascript.wasm'),
  '.ts': join(modules, '@repomix/tree-sitter-wasms/out/tree-sitter-typescript.wasm'),
  '.tsx': join(modules, '@repomix/tree-sitter-wasms/out/tree-sitter-tsx.wasm'),
  '.css': join(modules, '@repomix/tree-sitter-wasms/out/tree-sitter-css.wasm'),
};

const parsers = {};
for (const [ending, file] of Object.entries(grammars)) {
  parsers[ending] = new Parser();
  parsers[ending].setLanguage(await Language.load(file));
}

function* filesBelow(path) {
  for (const name of readdirSync(path)) {
    const full = join(path, name);
    if (statSync(full).isDirectory()) yield* filesBelow(full);
    else yield full;
  }
}

function errorsOf(node, out = []) {
  if (out.length > 4) return out;
  if (node.isError || node.isMissing) out.push(node);
  else if (node.hasError) for (const child of node.children) errorsOf(child, out);
  return out;
}

/** This build of the Swift grammar knows nothing that begins with "#"; the real compiler (tests/judges/apple) does. */
function withoutDirectives(text) {
  const blank = (it) => ' '.repeat(it.length);
  return text.replace(/^ *#(if|endif).*$/gm, blank).replace(/#available\([^)]*\)/g, (it) => 'true'.padEnd(it.length));
}

const counts = {};
let failed = 0;
for (const file of filesBelow(folder)) {
  const ending = Object.keys(parsers).find((it) => file.endsWith(it) && !file.endsWith(`.d${it}`));
  if (!ending) continue;
  const text = readFileSync(file, 'utf8');
  const tree = parsers[ending].parse(ending === '.swift' ? withoutDirectives(text) : text);
  counts[ending] = (counts[ending] ?? 0) + 1;
  for (const node of errorsOf(tree.rootNode)) {
    failed++;
    const line = text.split('\n')[node.startPosition.row] ?? '';
    const at = Math.max(0, node.startPosition.column - 40);
    console.log(`${relative(folder, file)}:${node.startPosition.row + 1}: ${node.isMissing ? 'missing' : 'unknown'}: ${line.slice(at, at + 100)}`);
  }
  tree.delete();
}
console.log(`${Object.entries(counts).map(([ending, count]) => `${count} ${ending}`).join(', ')} parsed, ${failed} errors`);
process.exit(failed === 0 && Object.keys(counts).length > 0 ? 0 : 1);
