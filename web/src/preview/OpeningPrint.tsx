import { measureOpening } from './opening.ts';
import type { ShownPrint } from './stored-print.ts';

/** Room around a fitted sheet, and what stands beside it on the Bench, in CSS pixels. */
const ROOM = 56;

/** A job's last small print where its sheet will be, while the job itself is fetched. */
export function OpeningPrint({ print: { address, sheet } }: { readonly print: ShownPrint }) {
  const ratio = sheet.width / sheet.height;
  return (
    <div
      role="status"
      aria-label="Opening the job"
      className="grid h-full grid-rows-[44px_minmax(0,1fr)_92px] bg-paper"
    >
      <span className="border-b border-ink" />
      <div className="grid min-h-0 grid-cols-[304px_minmax(0,1fr)_60px] max-[999px]:grid-cols-1">
        <span className="border-r border-ink max-[999px]:hidden" />
        <div className="grid [container-type:size] place-items-center bg-surround">
          <img
            src={address}
            alt=""
            onLoad={() => requestAnimationFrame(() => measureOpening('stored'))}
            style={{ aspectRatio: ratio, width: `min(100cqw - ${ROOM}px, (100cqh - ${ROOM}px) * ${ratio})` }}
          />
        </div>
        <span className="border-l border-ink max-[999px]:hidden" />
      </div>
      <span className="border-t border-ink bg-paper-2" />
    </div>
  );
}
