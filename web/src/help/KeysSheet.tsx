import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useEffect, useState } from 'react';
import { isTyping } from '../ui/is-typing.ts';
import { KEY_GROUPS } from './keys.ts';

/** The `?` sheet: all keys. */
export function KeysSheet() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === '?' && !isTyping(event.target)) setOpen(true);
    };
    const onAsk = () => setOpen(true);
    window.addEventListener('keydown', onKey);
    window.addEventListener('chromatype-keys', onAsk);
    return () => {
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('chromatype-keys', onAsk);
    };
  }, []);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 max-h-[90vh] w-[640px] -translate-x-1/2 -translate-y-1/2 overflow-y-auto border border-ink bg-paper p-5"
        >
          <div className="flex items-center justify-between pb-3">
            <Dialog.Title className="text-[17px]">Keys</Dialog.Title>
            <Dialog.Close aria-label="Close" className="grid h-6 w-6 place-items-center">
              <X size={16} aria-hidden />
            </Dialog.Close>
          </div>
          <div className="grid grid-cols-2 gap-x-8 gap-y-4">
            {KEY_GROUPS.map((group) => (
              <section key={group.title}>
                <h3 className="border-b border-ink pb-1">{group.title}</h3>
                <dl>
                  {group.actions.map((action) => (
                    <div key={action.what} className="flex justify-between gap-3 border-b border-hairline py-1">
                      <dt>{action.what}</dt>
                      <dd className="flex shrink-0 items-start gap-1">
                        {action.keys.map((key) => (
                          <kbd key={key} className="border border-hairline px-1 font-mono text-[10px] leading-4">
                            {key}
                          </kbd>
                        ))}
                      </dd>
                    </div>
                  ))}
                </dl>
              </section>
            ))}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
