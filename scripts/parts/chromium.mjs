/** How every script and test starts Debian's Chromium: the one without windows, which needs a third less of the machine, where it is there. */
import { existsSync } from 'node:fs';

const [SHELL, WHOLE] = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium'];

/** The package to install where neither is there. */
export const chromiumPackage = 'chromium-headless-shell';
export const chromiumPath = process.env.CHROMIUM ?? (existsSync(SHELL) || !existsSync(WHOLE) ? SHELL : WHOLE);

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
