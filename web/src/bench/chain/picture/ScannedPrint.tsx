import type { Picture } from '@chromatype/core';
import { useEffect, useRef, useState } from 'react';
import { unscreenPicture } from '../../../api/unscreen.ts';
import { withoutScreen, withScreen } from '../../../document/scan-edits.ts';
import { edit, useOpenJob } from '../../../document/store.ts';
import { Fold } from '../../../ui/Fold.tsx';
import { SwitchField } from '../../../ui/SwitchField.tsx';
import { WorkRow } from '../../../ui/WorkRow.tsx';

/** Scrolls what has just come up into sight, in a station that is longer than its room. */
const inSight = (element: HTMLElement | null): void => element?.scrollIntoView({ block: 'nearest' });

/** A picture that is a scan of printed matter: its dots are taken away, so that it can be screened anew. */
export function ScannedPrint({ picture }: { readonly picture: Picture }) {
  const [share, setShare] = useState<number | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const work = useRef<AbortController | null>(null);
  useEffect(() => () => work.current?.abort(), []);
  const { id, hash, scan } = picture;
  const taken = scan !== undefined;

  async function take(): Promise<void> {
    const own = new AbortController();
    work.current = own;
    const { id: job } = useOpenJob.getState();
    setFault(null);
    setShare(0);
    try {
      const made = await unscreenPicture(hash!, {}, setShare, own.signal);
      // Another job may be open by now, or another file in the picture's place.
      if (useOpenJob.getState().id === job) edit(withoutScreen(id, hash!, made));
    } catch (error) {
      if (!own.signal.aborted) setFault(error instanceof Error ? error.message : String(error));
    } finally {
      if (work.current === own) work.current = null;
      setShare(null);
    }
  }

  return (
    <Fold title="Scanned print" note={share !== null ? 'working …' : taken ? 'screen taken away' : 'as it is'}>
      <SwitchField
        label="Take the screen away"
        about="For a scan of printed matter: its dots become tones again, so that new dots do not ripple with the old ones. The scan itself stays in the job."
        value={taken || share !== null}
        onChange={(on) => {
          if (on) void take();
          else if (taken) edit(withScreen(id));
          else work.current?.abort();
        }}
      />
      {share !== null && (
        <div ref={inSight} role="status">
          <WorkRow says="Taking the screen away …" share={share} onCancel={() => work.current?.abort()} />
        </div>
      )}
      {fault && (
        <p role="alert" ref={inSight} className="text-hot-text">
          {fault}
        </p>
      )}
    </Fold>
  );
}
