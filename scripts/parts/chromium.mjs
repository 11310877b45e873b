/** How every script and test starts Debian's Chromium. */
export const chromiumPath = process.env.CHROMIUM ?? '/usr/bin/chromium';

export const launchOptions = {
  executablePath: chromiumPath,
  args: [
    '--headless',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};
