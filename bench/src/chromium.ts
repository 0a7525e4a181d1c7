import { execSync } from 'node:child_process';
import { type Browser, chromium } from '@playwright/test';

/** Debian's Chromium, without the services that would look for a network. */
export const chromiumOptions = () => ({
  executablePath: process.env.CHROMIUM ?? execSync('command -v chromium', { encoding: 'utf8' }).trim(),
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
