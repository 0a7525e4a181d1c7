import { type Job, MOST_PASSES } from '@chromatype/core';
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { restrictToHorizontalAxis, restrictToParentElement } from '@dnd-kit/modifiers';
import { horizontalListSortingStrategy, SortableContext, sortableKeyboardCoordinates } from '@dnd-kit/sortable';
import { Plus } from 'lucide-react';
import { addPass, movePass, newId, roomForPass } from '../../document/edits.ts';
import { edit } from '../../document/store.ts';
import { PassPatch } from './PassPatch.tsx';
import { Readings } from './Readings.tsx';

interface Props {
  readonly job: Job;
  readonly chosen: string | 'stock';
  choose(id: string | 'stock'): void;
}

/** Stock first, then one patch for each pass in print order. */
export function ColourBar({ job, chosen, choose }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const { stock } = job.sheet;

  function onDragEnd({ active, over }: DragEndEvent): void {
    if (over && active.id !== over.id) edit(movePass(String(active.id), String(over.id)));
  }
  function add(): void {
    const id = newId();
    edit(addPass(id));
    choose(id);
  }

  return (
    <footer className="flex min-w-0 border-t border-ink bg-paper-2">
      <div className="flex min-w-0 flex-1 overflow-x-auto py-2 pl-3">
        <button
          type="button"
          aria-pressed={chosen === 'stock'}
          onClick={() => choose('stock')}
          className="flex w-[84px] shrink-0 flex-col border border-ink bg-paper text-left aria-pressed:outline-[3px] aria-pressed:-outline-offset-1 aria-pressed:outline-hot"
        >
          <span className="h-[34px] w-full border-b border-ink" style={{ background: stock.colour }} />
          <span className="w-full truncate px-1.5 pt-1 font-semibold">Stock</span>
          <span className="w-full truncate px-1.5 font-mono text-[9.5px] text-muted" title={stock.name} data-own>
            {stock.name}
          </span>
        </button>
        <DndContext
          sensors={sensors}
          collisionDetection={closestCenter}
          modifiers={[restrictToHorizontalAxis, restrictToParentElement]}
          onDragEnd={onDragEnd}
        >
          <SortableContext items={job.passes.map((p) => p.id)} strategy={horizontalListSortingStrategy}>
            <ol className="flex min-w-0" aria-label="Passes in print order">
              {job.passes.map((pass) => (
                <PassPatch key={pass.id} job={job} pass={pass} chosen={chosen === pass.id} choose={choose} />
              ))}
            </ol>
          </SortableContext>
        </DndContext>
        <button
          type="button"
          aria-label="Add a pass"
          title={roomForPass(job) ? 'Add a pass' : `${MOST_PASSES} passes print already; hide one first`}
          onClick={add}
          className="flex w-[42px] shrink-0 items-center justify-center border border-dashed border-ink hover:bg-paper"
        >
          <Plus size={16} aria-hidden />
        </button>
      </div>
      <Readings job={job} chosen={chosen} />
    </footer>
  );
}
