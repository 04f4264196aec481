// The launch sequence “Fern” as data, written by Scaena; yours without conditions (0BSD).
// The next export replaces it for as long as you leave it unchanged.
import { Launch } from './LaunchPlayer';
import type { LaunchData } from './LaunchPlayer';

const gates = ['ready'] as const;

/** What the launch may wait for. */
export type Gate = (typeof gates)[number];

const timing: LaunchData['timing'] = {
  beats: [
    { kind: 'opening' }, // opening
    { kind: 'play', length: 600 }, // arrive
    { kind: 'wait' }, // wait
    { kind: 'handOff', length: 300 }, // hand-off
  ],
  gates: [
    { id: 'ready', typical: 600 }, // ready
  ],
  layers: [
    { kind: 'firstScreen' }, // first
    { kind: 'backdrop', panelHeight: 100 }, // backdrop
    { kind: 'art', place: { width: 100, height: 100 }, destination: { across: 0, down: 0, x: 60, y: 60, width: 50, height: 50 } }, // logo
    { kind: 'art', place: { width: 120, height: 120 } }, // title
  ],
  cues: [
    // settle
    {
      layer: 2, beat: 1, length: 600,
      moves: [{ property: 'scale', values: [1.15, 1] }, { property: 'opacity', values: [0, 1, 1], at: [0, 0.5, 1] }],
      calm: [{ property: 'opacity', values: [0, 1, 1], at: [0, 0.33333, 1] }],
    },
    { layer: 3, beat: 1, length: 300, moves: [{ property: 'opacity', values: [0, 1] }], offset: 200 }, // title
    { layer: 1, beat: 3, length: 300, moves: [{ property: 'opacity', values: [0, 1] }] }, // away
  ],
};

const looks: LaunchData['looks'] = [
  {}, // first
  { color: 'paper' }, // backdrop
  { picture: [require('./images/logo.png'), require('./images/logo.png')], width: 100, height: 100 }, // logo
  { picture: [require('./images/title.png'), require('./images/title-dark.png')], width: 66, height: 28 }, // title
];

const palette: LaunchData['palette'] = {
  'paper': ['#FAFAFA', '#141418'],
  'ink': ['#141418', '#FAFAFA'],
};

/** The launch: tell it what has loaded, and show it with a LaunchSequence. */
export const fernLaunch = new Launch<Gate>({ name: 'Fern', timing, looks, palette, says: [] }, gates);
