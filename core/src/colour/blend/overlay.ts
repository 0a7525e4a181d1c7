import { hardLight } from './hard-light.ts';
import { blendMode } from './mode.ts';

export const overlay = blendMode({
  name: 'overlay',
  label: 'Overlay',
  about: 'Multiplies where it is dark beneath and screens where it is light.',
  channel: (cb, cs) => hardLight.channel(cs, cb),
});
