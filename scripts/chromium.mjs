// The browser the interface is tested and drawn with: Debian's, without a screen and without a network.
export const CHROMIUM = '/usr/bin/chromium';

export const CHROMIUM_ARGS = [
  '--headless',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  // An element says its role and name as the accessibility tree has them.
  '--enable-blink-features=ComputedAccessibilityInfo',
];
