// Puts an export into real projects by the steps of its INTEGRATE.md as they stand there: into the React Native community's app
// template, whose own compiler, linter, tests and bundler then have to pass, and by the config plugin into a project whose native
// folders are made from app.json.
// Usage: node react_native_apps.mjs template APP RUN EXPORT    APP, RUN: folders below build/apps; RUN is made anew
//        node react_native_apps.mjs plugin APP RUN EXPORT
import { execFileSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, readFileSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

const [, , kind, app, run, exported] = process.argv;
const complaints = [];
const must = (holds, what) => holds || complaints.push(what);

rmSync(run, { recursive: true, force: true });
mkdirSync(run, { recursive: true });
execFileSync('cp', ['-al', join(app, 'node_modules'), run]); // hard links: the bundler follows none of the others out of its project
const read = (file) => readFileSync(join(run, file), 'utf8');
const write = (file, text) => {
  mkdirSync(dirname(join(run, file)), { recursive: true });
  writeFileSync(join(run, file), text);
};
const edit = (file, change) => {
  const text = read(file), changed = change(text);
  must(changed !== text, `${file}: there is nothing to be changed as the steps say`);
  write(file, changed);
};
const name = readdirSync(join(exported, 'launch'))[0];
const steps = readFileSync(join(exported, 'launch', name, 'INTEGRATE.md'), 'utf8');
const blocks = (language) => [...steps.matchAll(new RegExp('```' + language + '\\n([^]*?)```', 'g'))].map((it) => it[1]);

/// A program of the project; what it says where it fails is a complaint.
function program(what, ...args) {
  try {
    return execFileSync(join(run, 'node_modules/.bin', what), args, { cwd: run, encoding: 'utf8', stdio: 'pipe', env: { ...process.env, CI: '1', EXPO_OFFLINE: '1' } });
  } catch (error) {
    complaints.push(`${what} ${args.join(' ')}:\n${`${error.stdout}${error.stderr}`.slice(-3000)}`);
    return '';
  }
}
const attributes = (text) => [...text.matchAll(/android:(icon|roundIcon|theme)="[^"]*"/g)].map((it) => it[0]);

/// Step 1: what the block says of an element is what the manifest says of it.
function manifest(file, block) {
  for (const line of block.trim().split('\n')) {
    const element = /^<(\w+)/.exec(line)[1];
    edit(file, (text) => text.replace(new RegExp(`<${element}\\b[^>]*`), (whole) => attributes(line).reduce((it, added) => {
      const known = new RegExp(`${added.split('=')[0]}="[^"]*"`);
      return known.test(it) ? it.replace(known, added) : `${it.trimEnd()} ${added}`;
    }, whole)));
  }
}

function template() {
  cpSync(join(app, 'node_modules/@react-native-community/template/template'), run, { recursive: true });
  for (const file of readdirSync(run)) if (/^_[a-z]/.test(file)) renameSync(join(run, file), join(run, `.${file.slice(1)}`));
  cpSync(exported, run, { recursive: true });
  const [onCreate, addPackage] = blocks('kotlin');
  const kotlin = 'android/app/src/main/java/com/helloworld';
  manifest('android/app/src/main/AndroidManifest.xml', blocks('xml')[0]);
  edit(`${kotlin}/MainActivity.kt`, (text) => text.replace(/(class MainActivity .*\{\n)/, `$1\n${onCreate}`));
  edit(`${kotlin}/MainApplication.kt`, (text) => text.replace(/(PackageList\(this\)\.packages\.apply \{\n)/, `$1${addPackage}`));
  const [root, tests] = blocks('tsx');
  const [loads, asks] = blocks('ts');
  const launch = /import \{ (\w+) \} from '(.*launch)'/.exec(root);
  edit('App.tsx', (text) => text.replace('function App()', 'export function FirstScreen()').replace(/\nexport default App;\n/, ''));
  renameSync(join(run, 'App.tsx'), join(run, 'FirstScreen.tsx'));
  write('App.tsx', `import { FirstScreen } from './FirstScreen';\nimport './loads';\n${root}`);
  write('loads.ts', `${launch[0]};\n\nif (!('jest' in globalThis)) {\n${loads}}\n${asks}`);
  edit('__tests__/App.test.tsx', () => `import React from 'react';\nimport { render } from '@testing-library/react-native';\nimport App from '../App';\n` +
    `${launch[0].replace("'./", "'../")};\n\n${tests}`);

  program('tsc', '--noEmit');
  program('eslint', '.', '--max-warnings', '0');
  program('jest', '--watchAll=false');
  for (const platform of ['android', 'ios']) {
    program('react-native', 'bundle', '--platform', platform, '--dev', 'false', '--entry-file', 'index.js', '--bundle-output', `out/${platform}.js`, '--assets-dest', `out/${platform}`);
    const isBuilt = existsSync(join(run, `out/${platform}.js`));
    must(isBuilt && read(`out/${platform}.js`).includes(`launch/${name}/images`), `${platform}: the bundle names no picture of the launch`);
    const pictures = isBuilt ? readdirSync(join(run, 'out', platform), { recursive: true }).filter((it) => String(it).endsWith('.png')) : [];
    must(pictures.length > 2, `${platform}: the bundle brings ${pictures.length} pictures`);
  }
}

function plugin() {
  for (const file of ['package.json', 'package-lock.json']) cpSync(join(app, file), join(run, file));
  const tarball = execFileSync('npm', ['pack', '--silent', join(app, 'node_modules/expo-template-bare-minimum')], { cwd: run, encoding: 'utf8' }).trim();
  write('index.js', '');
  const [line] = blocks('json');
  const opening = /"\.\/(\w+)\//.exec(line)[1];
  cpSync(exported, join(run, opening), { recursive: true });
  const project = JSON.parse(line);
  Object.assign(project.expo, { name: 'Trial', slug: 'trial', ios: { bundleIdentifier: 'com.example.trial' }, android: { package: 'com.example.trial' } });
  write('app.json', JSON.stringify(project));
  const made = () => program('expo', 'prebuild', '--no-install', '--template', tarball);
  made();
  const files = () => ['AndroidManifest.xml', 'java/com/example/trial/MainActivity.kt', 'java/com/example/trial/MainApplication.kt'].map((it) => read(`android/app/src/main/${it}`))
    .concat(read('ios/Trial/Info.plist'), read('ios/Trial.xcodeproj/project.pbxproj').replace(/\b[0-9A-F]{24}\b/g, 'ID'));
  const once = files();
  const [androidManifest, activity, application, plist, xcode] = once;
  const count = (text, part) => text.split(part).length - 1;
  for (const it of attributes(blocks('xml')[0])) must(count(androidManifest, it) === 1, `the manifest has no ${it}`);
  const [keep] = blocks('kotlin')[0].match(/[\w.]+\.LaunchHold\.keep\(this\)/);
  must(count(activity, keep) === 1 && activity.indexOf(keep) > activity.indexOf('super.onCreate'), 'the activity does not hold its first frame');
  must(count(activity, 'setTheme(R.style.AppTheme)') === 1, 'the activity does not take its own theme back');
  must(count(application, blocks('kotlin')[1].trim()) === 1, 'the application does not know of the hold');
  for (const it of readdirSync(join(exported, 'android/app/src/main/res'))) must(existsSync(join(run, 'android/app/src/main/res', it)), `res/${it} is missing`);
  for (const it of readdirSync(join(exported, 'ios/Launch'))) {
    must(existsSync(join(run, 'ios/Trial/Launch', it)), `${it} is missing`);
    must(count(xcode, `/* ${it} in ${/\.(m|swift)$/.test(it) ? 'Sources' : 'Resources'} */,`) === 1, `${it} is not built`);
  }
  const storyboard = /base name\* to `(\w+)`/.exec(steps)[1];
  must(plist.includes(`<string>${storyboard}</string>`), 'the plist does not name the storyboard');
  must(new RegExp(`lastKnownFileType = file\\.storyboard;[^\\n]*`).test(xcode.split('\n').find((it) => it.includes(`${storyboard}.storyboard */ = {isa = PBXFileReference`)) ?? ''), 'the storyboard is of no kind');
  must(xcode.includes(`ASSETCATALOG_COMPILER_APPICON_NAME = ${/choose `(\w+)`/.exec(steps)[1]};`), 'the icon is another');
  made(); // once more, as people do
  files().forEach((text, i) => must(text === once[i], `a second prebuild changes the project: ${i}`));
}

({ template, plugin })[kind]();
rmSync(join(run, 'node_modules'), { recursive: true, force: true });
console.log(`${kind}: ${complaints.length} complaints`);
for (const it of complaints) console.log(it);
process.exit(complaints.length === 0 ? 0 : 1);
