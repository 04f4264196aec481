// Makes the web player's launch-timing.js out of React Native's launchTiming.ts: the same code without its types, so that
// both play by one algorithm. Usage: node make_script_timing.mjs TYPESCRIPT_MODULE [--check]
// Run by tools/make_script_timing after a change; a test runs it with --check.
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const ts = createRequire(import.meta.url)(process.argv[2]);
const source = readFileSync(join(root, 'src/export/react_native/player/launchTiming.ts'), 'utf8');
const made = ts.transpileModule(source, {
  compilerOptions: { target: ts.ScriptTarget.ES2022, module: ts.ModuleKind.ESNext, useDefineForClassFields: false, removeComments: false },
}).outputText;

// The compiler indents by four and drops empty lines; this brings back what makes the file readable.
const lines = [];
let previous = '';
for (const line of made.trimEnd().split('\n')) {
  const text = line.replace(/^( +)/, (blanks) => ' '.repeat(blanks.length / 2));
  const begins = /^(\/\*\*|(export )?(function|class|const [A-Z])|  (\/\*\*|constructor|get |[a-zA-Z]+\(.*\) \{$))/.test(text);
  const continues = /^\s*(\*\/|\*|\/\*\*.*\*\/)/.test(previous) || /\{$/.test(previous) || /^(export )?const [A-Z]/.test(previous) && /^(export )?const [A-Z]/.test(text);
  if (begins && !continues && previous !== '') lines.push('');
  lines.push(text);
  previous = text;
}
const text = lines.join('\n') + '\n';
const target = join(root, 'src/export/web/player/launch-timing.js');
if (process.argv[3] === '--check') {
  if (readFileSync(target, 'utf8') !== text) {
    console.error('launch-timing.js is not what launchTiming.ts gives; run tools/make_script_timing');
    process.exit(1);
  }
} else {
  writeFileSync(target, text);
}
