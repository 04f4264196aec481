// Bundles an exported React Native component for a browser, by way of React Native for Web.
import { createRequire } from 'node:module';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';

/// Pictures as the framework's bundler has them: the first density there is of a name, with its size in dp.
export function picturesFor(judges, densities = [3, 2, 1]) {
  const { PNG } = createRequire(join(judges, 'package.json'))('pngjs');
  return {
    name: 'pictures',
    setup(build) {
      build.onResolve({ filter: /\.(png|jpg|webp)$/ }, (args) => ({ path: resolve(dirname(args.importer), args.path), namespace: 'picture' }));
      build.onLoad({ filter: /.*/, namespace: 'picture' }, ({ path }) => {
        const scale = densities.find((it) => existsSync(it > 1 ? path.replace(/(\.\w+)$/, `@${it}x$1`) : path));
        if (!scale) throw new Error(`no picture ${path}`);
        const bytes = readFileSync(scale > 1 ? path.replace(/(\.\w+)$/, `@${scale}x$1`) : path);
        const isPng = bytes[0] === 0x89;
        const size = isPng ? PNG.sync.read(bytes) : { width: 0, height: 0 };
        const type = isPng ? 'png' : bytes[0] === 0xff ? 'jpeg' : 'webp'; // whatever the name says, the bytes decide
        const uri = `data:image/${type};base64,${bytes.toString('base64')}`;
        return { contents: `module.exports = ${JSON.stringify({ uri, width: size.width / scale, height: size.height / scale })}`, loader: 'js' };
      });
    },
  };
}

/// Writes APP/page.html: `make(start, isFirst)` makes the launch, `mount(insets, background)` shows it, `unmount()` takes it down. What is
/// announced is in `spoken`, how often the native picture was let go in `released`.
export async function bundled(judges, app, module, data, densities) {
  const esbuild = createRequire(join(judges, 'package.json'))('esbuild');
  writeFileSync(join(app, 'entry.tsx'), `
import React, { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { AccessibilityInfo, NativeModules, View } from 'react-native';
import { LaunchSequence } from './${module}LaunchPlayer';
import { ${data} } from './${module}launch';
window.spoken = [];
window.released = 0;
AccessibilityInfo.announceForAccessibility = (text) => window.spoken.push(text);
NativeModules.LaunchHold = { release: () => window.released++, first: false };
let root = null;
window.launch = ${data};
window.make = (start, isFirst) => {
  NativeModules.LaunchHold.first = isFirst;
  window.launch.start = start;
  window.launch.began = window.launch.clock(); // the process begins here
  window.launch.finished.then((it) => (window.outcome = it));
};
window.mount = (insets, backgroundColor) => {
  root = createRoot(document.getElementById('root'));
  root.render(
    <StrictMode>
      <LaunchSequence launch={window.launch} insets={insets}>
        <View nativeID="app" style={{ flex: 1, backgroundColor, alignItems: 'center', justifyContent: 'center' }}>
          {backgroundColor ? null : <View nativeID="first" focusable style={{ width: '50%', height: '50%' }} />}
        </View>
      </LaunchSequence>
    </StrictMode>);
};
window.unmount = () => root.unmount();
`);
  await esbuild.build({
    entryPoints: [join(app, 'entry.tsx')], outfile: join(app, 'bundle.js'), bundle: true, jsx: 'automatic', logLevel: 'error', plugins: [picturesFor(judges, densities)],
    nodePaths: [join(judges, 'node_modules')], alias: { 'react-native': 'react-native-web' }, define: { 'process.env.NODE_ENV': '"production"', global: 'window' },
  });
  writeFileSync(join(app, 'page.html'), '<!doctype html><html><head><meta charset="utf-8"><style>html, body, #root { height: 100%; margin: 0; display: flex; ' +
    'flex: 1; background: #000; overflow: hidden }</style></head><body><div id="root"></div><script src="bundle.js"></script></body></html>');
}
