import type { Ink, MeasuredInk } from '@chromatype/core';

interface Props {
  readonly inks: readonly Ink[];
  readonly measured: readonly MeasuredInk[];
}

const HEAD = 'px-1 pb-1 text-right align-bottom text-[11px] font-normal leading-tight text-muted';
const CELL = 'border-t border-hairline px-1 py-1 text-right font-mono text-[11px] whitespace-nowrap';

const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;
const signed = (mm: number): string =>
  Math.abs(mm) < 0.005 ? '0.00' : `${mm < 0 ? '−' : '+'}${Math.abs(mm).toFixed(2)}`;
const mark = (mm: number | null): string => (mm === null ? 'none' : mm.toFixed(2));

/** What was measured of each ink. */
export function MeasuredTable({ inks, measured }: Props) {
  return (
    <table aria-label="What was measured of each ink" className="w-full border-collapse">
      <thead>
        <tr>
          <th className={`${HEAD} text-left!`}>Ink</th>
          <th className={HEAD} title="How much a tone of 50 % grows">
            Gain at 50 %
          </th>
          <th className={HEAD} title="Smallest tone that prints">
            Holds from
          </th>
          <th className={HEAD} title="Smallest line and smallest dot that print">
            Line, dot, mm
          </th>
          <th className={HEAD} title="How far it lands to the right and down of the key ink">
            Lands off, mm
          </th>
        </tr>
      </thead>
      <tbody>
        {measured.map(({ lab, gainAtHalf, holdsFrom, smallest, landing }, k) => (
          <tr key={inks[k]!.name} data-testid="measured-ink">
            <th className="border-t border-hairline py-1 text-left font-normal">
              <span className="flex items-center gap-1.5">
                <span
                  aria-hidden
                  className="h-4 w-5 shrink-0 border border-ink"
                  style={{ background: inks[k]!.colour }}
                />
                <span className="min-w-0">
                  <span className="block max-w-[96px] truncate" title={inks[k]!.name} data-own>
                    {inks[k]!.name}
                  </span>
                  <span className="block font-mono text-[10px] text-muted" title="L*a*b* of the solid on this stock">
                    {lab.map((v) => Math.round(v)).join(' ')}
                  </span>
                </span>
              </span>
            </th>
            <td className={CELL}>{percent(gainAtHalf)}</td>
            <td className={CELL}>{holdsFrom > 0 ? percent(holdsFrom) : 'all hold'}</td>
            <td className={CELL}>
              {mark(smallest.lines)}
              <br />
              {mark(smallest.dots)}
            </td>
            <td className={CELL}>
              {landing ? (
                <>
                  {signed(landing.shiftX)}
                  <br />
                  {signed(landing.shiftY)}
                </>
              ) : (
                'not known'
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
