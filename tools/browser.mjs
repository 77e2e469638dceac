/** How Debian's Chromium is started here: no screen, no sandbox of its own (root), and no talk with the network. */
export const BROWSER = {
  executablePath: '/usr/bin/chromium',
  chromiumSandbox: false,
  args: [
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-default-apps',
    '--disable-dev-shm-usage',
  ],
};
