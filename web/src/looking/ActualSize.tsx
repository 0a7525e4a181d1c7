import { MM_PER_INCH } from '@chromatype/core';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { zoomTo } from '../bench/view-store.ts';
import { Button } from '../ui/Button.tsx';
import { SliderRow } from '../ui/SliderRow.tsx';
import { actualScale, CARD, setScreenPpi, startPpi, useScreenPpi } from './screen-size.ts';

/** Shows the sheet in its true size; the screen's resolution is asked once, with a card to hold against it. */
export function ActualSize({ sheetPpi }: { readonly sheetPpi: number }) {
  const known = useScreenPpi((s) => s.ppi);
  const [ppi, setPpi] = useState(startPpi);
  const [open, setOpen] = useState(false);
  const show = (screenPpi: number) => zoomTo(actualScale(sheetPpi, screenPpi));
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Anchor asChild>
        <button
          type="button"
          className="h-6 min-w-6 underline hover:text-hot-text"
          title="The sheet in its true size (right click measures the screen anew)"
          onClick={() => (known ? show(known) : setOpen(true))}
          onContextMenu={(event) => {
            event.preventDefault();
            setOpen(true);
          }}
        >
          actual
        </button>
      </Popover.Anchor>
      <Popover.Portal>
        <Popover.Content
          side="top"
          align="end"
          sideOffset={10}
          aria-label="Measure the screen"
          className="z-40 grid gap-2 border border-ink bg-paper p-3"
        >
          <p className="max-w-[360px]">
            Hold a bank card against the screen and make the frame as large as the card. This is asked once.
          </p>
          <div
            aria-hidden
            className="border-[1.5px] border-hot bg-paper-2"
            style={{
              width: (CARD.width / MM_PER_INCH) * ppi,
              height: (CARD.height / MM_PER_INCH) * ppi,
              borderRadius: (3.18 / MM_PER_INCH) * ppi,
            }}
          />
          <SliderRow
            wide
            label="Screen"
            about="Pixels an inch of this screen."
            value={ppi}
            min={60}
            max={260}
            step={0.5}
            normal={96}
            format={{ unit: 'ppi', digits: 1 }}
            onChange={setPpi}
          />
          <Button
            strong
            onClick={() => {
              setScreenPpi(ppi);
              setOpen(false);
              show(ppi);
            }}
          >
            It is as large as the card
          </Button>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
