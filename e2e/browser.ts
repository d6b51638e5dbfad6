/** How Debian's Chromium is started, for the tests, the pictures of the docs and the bench. */
export const PORT = Number(process.env.E2E_PORT ?? 4273);

export const BROWSER = {
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-quic',
    '--no-first-run',
  ],
};

/** The same browser without its windows and without a graphics device, which starts and draws with less work. */
export const SHELL = {
  executablePath: process.env.CHROMIUM_SHELL ?? '/usr/bin/chromium-headless-shell',
  args: [...BROWSER.args, '--disable-gpu'],
};
