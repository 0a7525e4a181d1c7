import { factsOf, GROSS } from '../../stones/facts.ts';
import { csvField } from '../csv-field.ts';
import { short, textSink } from '../marks/text-sink.ts';
import { output } from '../output.ts';
import { type AllStones, allStones, stonesFault } from './layouts.ts';

/** The stones of all passes as they are bought: each size and colour once. */
export function orderOf({ job, lists }: AllStones) {
  const all = lists.flatMap((list) => factsOf(list, job, job.spare).counts);
  const kinds = [...new Set(all.map((c) => c.size * job.colours.length + c.colour))].sort((a, b) => a - b);
  return kinds.map((kind) => {
    const [size, colour] = [Math.floor(kind / job.colours.length), kind % job.colours.length];
    const pieces = all.reduce((sum, c) => sum + (c.size === size && c.colour === colour ? c.pieces : 0), 0);
    const bought = Math.ceil(pieces * (1 + job.spare) - 1e-9);
    const { bag, price } = job.sizes[size]!;
    const bags = Math.ceil(bought / bag);
    return { size: job.sizes[size]!, colour: job.colours[colour]!, pieces, bought, bags, cost: bags * price };
  });
}

export const orderCsv = output({
  name: 'stones-order',
  label: 'Order list',
  about: 'What to buy: pieces, gross and bags of each size and colour, with spare ones, and what they cost.',
  ending: 'csv',
  type: 'text/csv',
  of: 'job',
  oneBit: false,
  fileName: 'order',
  fault: stonesFault,
  async write(work, sink) {
    const text = textSink(sink);
    text.write('size,colour,hex,pieces,gross,with_spare,bag,bags,price_of_bag,cost\n');
    for (const { size, colour, pieces, bought, bags, cost } of orderOf(allStones(work))) {
      const numbers = [pieces, pieces / GROSS, bought, size.bag, bags, size.price, cost].map(short);
      text.write(`${csvField(size.name)},${csvField(colour.name)},${colour.colour},${numbers.join(',')}\n`);
    }
    text.flush();
  },
  estimate: () => 600,
});
