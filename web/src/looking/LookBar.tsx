import { setLooks, toggleGrey, togglePress, toggleSplit, useLooks } from './look-store.ts';

const STYLE =
  'h-6 border border-hairline bg-paper px-1.5 text-[11.5px] hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper';

/** Ways of looking that have no button in the header. */
export function LookBar() {
  const split = useLooks((s) => s.split !== null);
  const grey = useLooks((s) => s.grey);
  const press = useLooks((s) => s.press);
  const close = useLooks((s) => s.stepBack === null && s.loupe === 'off' && s.split === null && !s.grey && !s.press);
  return (
    <div role="group" aria-label="Looking" className="absolute right-2 bottom-2 flex gap-1">
      <button
        type="button"
        aria-pressed={split}
        onClick={toggleSplit}
        title="The picture beside the print (B)"
        className={STYLE}
      >
        Before
      </button>
      <button
        type="button"
        aria-pressed={grey}
        onClick={toggleGrey}
        title="The sheet in true luminance (G)"
        className={STYLE}
      >
        Grey
      </button>
      <button
        type="button"
        aria-pressed={press}
        onClick={togglePress}
        title="With what each ink and the stock do on the press; otherwise as planned"
        className={STYLE}
      >
        Off the press
      </button>
      {!close && (
        <button
          type="button"
          onClick={() => setLooks({ stepBack: null, split: null, grey: false, loupe: 'off', press: false })}
          title="The print as it is, close up"
          className={STYLE}
        >
          Plain
        </button>
      )}
    </div>
  );
}
