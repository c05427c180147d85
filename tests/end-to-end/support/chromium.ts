/** Parts of the browser's own window, each a process that draws beside the page; nobody sees it. */
const OWN_WINDOW = [
  'AimEnabled',
  'InitialWebUI',
  'PreloadTopChromeWebUI',
  'SpareRendererForSitePerProcess',
  'WebUIOmniboxAimPopup',
  'WebUIOmniboxPopup',
  'WebUIReloadButton',
];
/** What tests of pages do without anyway; this list takes the place of the one that stands there otherwise. */
const UNWANTED = [
  'HttpsUpgrades',
  'HttpsFirstBalancedModeAutoEnable',
  'LensOverlay',
  'MediaRouter',
  'OptimizationHints',
];
const STEADY = ['AvoidUnnecessaryBeforeUnloadCheckSync', 'PaintHolding', 'ThirdPartyStoragePartitioning'];

/** Debian's Chromium, without anything that would ask the network. */
export const CHROMIUM = {
  executablePath: '/usr/bin/chromium',
  args: [
    '--headless',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    `--disable-features=${[...OWN_WINDOW, ...UNWANTED, ...STEADY, 'DestroyProfileOnBrowserClose'].join(',')}`,
  ],
};
