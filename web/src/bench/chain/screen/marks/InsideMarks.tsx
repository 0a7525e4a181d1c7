import type { Pass } from '@chromatype/core';
import { newId } from '../../../../document/edits.ts';
import { addPassInside } from '../../../../document/stencil-edits.ts';
import { edit } from '../../../../document/store.ts';
import { Button } from '../../../../ui/Button.tsx';
import { useSetParam } from '../../../../ui/use-set-param.ts';

/** Marks as a stencil: another pass that prints only inside them. */
export function InsideMarks({ pass }: { readonly pass: Pass }) {
  const setParam = useSetParam(true);
  function add(): void {
    const ids = { pass: newId(), stencil: newId(), part: newId() };
    edit(addPassInside(pass, ids));
    setParam('pass', ids.pass);
  }
  return (
    <Button
      onClick={add}
      title="Adds a pass on top that prints only where these marks print: the marks are its stencil, and follow every change"
    >
      Print another pass inside
    </Button>
  );
}
