import 'reflect-metadata';
import { createApp } from './create-app.ts';
import { settingsFrom } from './settings.ts';

const settings = settingsFrom(process.env);
const app = await createApp(settings);
await app.listen(settings.port, settings.host);
console.log(`Chromatype is at http://${settings.host}:${settings.port}/`);
