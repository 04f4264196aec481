// Part of your app: written by Scaena, yours without conditions (0BSD). The next export replaces it for as long as you
// leave it unchanged. A config plugin, for projects whose native folders are made from `app.json`: it puts the native
// openings and the hold of this export where the steps in INTEGRATE.md have them put by hand.
const { cpSync, readdirSync } = require('fs');
const path = require('path');
const plugins = require('expo/config-plugins');

const NAMES = @NAMES@;
const EXPORT = path.resolve(__dirname, '../..');

/** `text` with `added` behind the first place `mark` matches; says what is missing if there is none. */
function behind(text, mark, added, file) {
  if (text.includes(added.trim())) return text;
  const found = mark.exec(text);
  if (!found)
    throw new Error(`The launch “${NAMES.launch}” finds no ${mark} in ${file}: follow INTEGRATE.md by hand there.`);
  const end = found.index + found[0].length;
  return `${text.slice(0, end)}${added}${text.slice(end)}`;
}

function withAndroidFiles(config) {
  return plugins.withDangerousMod(config, [
    'android',
    (it) => {
      for (const folder of ['java', 'res']) {
        const below = path.join('app/src/main', folder);
        cpSync(path.join(EXPORT, 'android', below), path.join(it.modRequest.platformProjectRoot, below), {
          recursive: true,
        });
      }
      return it;
    },
  ]);
}

function withAndroidNames(config) {
  return plugins.withAndroidManifest(config, (it) => {
    const application = plugins.AndroidConfig.Manifest.getMainApplicationOrThrow(it.modResults);
    application.$['android:icon'] = `@mipmap/${NAMES.icon}`;
    application.$['android:roundIcon'] = `@mipmap/${NAMES.icon}_round`;
    plugins.AndroidConfig.Manifest.getMainActivityOrThrow(it.modResults).$['android:theme'] = `@style/${NAMES.style}`;
    return it;
  });
}

function withAndroidHold(config) {
  const held = plugins.withMainActivity(config, (it) => {
    const file = it.modResults;
    if (!/setTheme\(/.test(file.contents)) {
      file.contents = behind(
        file.contents,
        /fun onCreate\(.*\{/,
        '\n    setTheme(R.style.AppTheme)',
        'MainActivity.kt',
      );
    }
    file.contents = behind(
      file.contents,
      /super\.onCreate\(.*\)/,
      `\n    ${NAMES.hold}.LaunchHold.keep(this)`,
      'MainActivity.kt',
    );
    return it;
  });
  return plugins.withMainApplication(held, (it) => {
    const added = `\n          add(${NAMES.hold}.LaunchHoldPackage())`;
    it.modResults.contents = behind(
      it.modResults.contents,
      /PackageList\(this\)\.packages\.apply\s*\{/,
      added,
      'MainApplication.kt',
    );
    return it;
  });
}

function withAppleFiles(config) {
  const copied = plugins.withDangerousMod(config, [
    'ios',
    (it) => {
      const { platformProjectRoot, projectName } = it.modRequest;
      cpSync(path.join(EXPORT, 'ios/Launch'), path.join(platformProjectRoot, projectName, 'Launch'), {
        recursive: true,
      });
      return it;
    },
  ]);
  const named = plugins.withInfoPlist(copied, (it) => {
    it.modResults.UILaunchStoryboardName = NAMES.storyboard;
    return it;
  });
  return plugins.withXcodeProject(named, (it) => {
    const { XcodeUtils } = plugins.IOSConfig;
    const project = it.modResults;
    const groupName = `${it.modRequest.projectName}/Launch`;
    for (const file of readdirSync(path.join(EXPORT, 'ios/Launch'))) {
      const filepath = `${groupName}/${file}`;
      if (project.hasFile(filepath) || project.hasFile(`"${filepath}"`)) continue;
      if (/\.(swift|m)$/.test(file)) XcodeUtils.addBuildSourceFileToGroup({ filepath, groupName, project });
      else if (/\.(storyboard|xcassets)$/.test(file))
        XcodeUtils.addResourceFileToGroup({ filepath, groupName, project, isBuildFile: true });
    }
    for (const reference of Object.values(project.pbxFileReferenceSection())) {
      if (/\.storyboard"?$/.test(reference.path ?? '')) reference.lastKnownFileType = 'file.storyboard'; // else it is of an unknown kind
    }
    for (const { buildSettings } of Object.values(project.pbxXCBuildConfigurationSection())) {
      if (buildSettings?.ASSETCATALOG_COMPILER_APPICON_NAME)
        buildSettings.ASSETCATALOG_COMPILER_APPICON_NAME = NAMES.appIcon;
    }
    return it;
  });
}

module.exports = (config) => withAppleFiles(withAndroidHold(withAndroidNames(withAndroidFiles(config))));
