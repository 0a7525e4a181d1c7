import type { Version, Why } from '../api/versions.ts';

const WHYS: Readonly<Record<Why, string>> = {
  named: 'Kept by hand',
  daily: 'Before the first change of a day',
  'before a split': 'Before a split into inks',
  'before a recipe': 'Before a recipe',
  'before a measured press': 'Before a measured press',
  'before a version came back': 'Before a version came back',
};

export const whyText = ({ why }: Pick<Version, 'why'>): string => WHYS[why];

export const timeText = (iso: string): string =>
  new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });

export const versionName = (version: Version): string => version.name ?? whyText(version);
