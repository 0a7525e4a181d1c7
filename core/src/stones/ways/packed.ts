import { stoneWay, type WaySettings } from './kind.ts';
import { layScattered } from './scattered.ts';
import { layTight } from './tight.ts';

const byTone = (own: WaySettings) => own.filling === 'tone';

export const packed = stoneWay({
  name: 'packed',
  label: 'Packed',
  about: 'Several sizes without rows: large ones first and the gaps filled, or scattered.',
  uses: ['filling', 'spread'],
  picture: byTone,
  lay(work) {
    const { own, footprints, sizes } = work;
    if (own.filling !== 'tight') {
      layScattered(work, byTone(own) ? 1 : own.spread, byTone(own));
      return;
    }
    const largestFirst = [...new Set(sizes)].sort((a, b) => footprints[b]!.inner - footprints[a]!.inner);
    layTight(work, largestFirst, 0);
  },
});
