interface Props {
  readonly title: string;
  readonly selected: boolean;
  select(on: boolean): void;
}

/** Chooses a job among several; in sight on a chosen one, and while the pointer or the focus is on the card. */
export function SelectBox({ title, selected, select }: Props) {
  return (
    <label
      className={`absolute top-1 left-1 grid h-6 w-6 place-items-center bg-paper group-focus-within:opacity-100 group-hover:opacity-100 max-[999px]:hidden ${selected ? '' : 'opacity-0'}`}
    >
      <input
        type="checkbox"
        aria-label={`Select ${title}`}
        checked={selected}
        onChange={(event) => select(event.target.checked)}
      />
    </label>
  );
}
