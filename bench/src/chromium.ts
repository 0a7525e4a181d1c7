import { execSync } from 'node:child_process';
import { type Browser, chromium } from '@playwright/test';

/** Debian's Chromium with scrollbars that take room, as most artists have, and without services that look for a network. */
export const chromiumOptions = () => ({
  executablePath: process.env.CHROMIUM ?? execSync('command -v chromium', { encoding: 'utf8' }).trim(),
  ignoreDefaultArgs: ['--hide-scrollbars'],
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});

export const launchChromium = (): Promise<Browser> => chromium.launch(chromiumOptions());
