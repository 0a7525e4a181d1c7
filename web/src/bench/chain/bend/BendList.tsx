import {
  BENT_PARTS,
  type Bend,
  type BentPart,
  bendFault,
  bendKind,
  bendSheet,
  type Fill,
  type Job,
} from '@chromatype/core';
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { restrictToParentElement, restrictToVerticalAxis } from '@dnd-kit/modifiers';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Copy, Eye, EyeOff, GripVertical, Trash2 } from 'lucide-react';
import { bendAgain, moveBend, removeBend, setBendAt } from '../../../document/bend-edits.ts';
import { editSound } from '../../../document/edit-sound.ts';
import { edit } from '../../../document/store.ts';
import { SelectField } from '../../../ui/SelectField.tsx';
import { chooseBend, chosenBend, hasRoom, useBendTools } from '../../bend/bend-tools.ts';
import { takeTool } from '../../tools/tool-store.ts';
import { BendSettings } from './BendSettings.tsx';

interface Props {
  readonly job: Job;
  readonly fill: Fill;
}

interface RowProps extends Props {
  readonly bend: Bend;
  readonly at: number;
  readonly chosen: boolean;
}

const ICON = 'grid h-6 w-6 shrink-0 place-items-center hover:text-hot-text';

function BendRow({ job, fill, bend, at, chosen }: RowProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: String(at) });
  const name = `${at + 1} ${bendKind(bend.kind).label}`;
  const fault = bendFault(bend, bendSheet(job.sheet));
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition, zIndex: isDragging ? 2 : undefined }}
      className={`relative border-b border-hairline ${isDragging ? 'bg-paper' : ''}`}
    >
      <div className={`flex items-center ${chosen ? 'bg-paper-2 font-semibold' : ''}`}>
        <button
          type="button"
          {...attributes}
          {...listeners}
          className={`${ICON} cursor-grab touch-none`}
          aria-label={`Move ${name}; press space, then the arrow keys`}
          title="Drag to another place in the order"
        >
          <GripVertical size={13} aria-hidden />
        </button>
        <button
          type="button"
          aria-pressed={chosen}
          onClick={() => {
            chooseBend(fill.id, at);
            takeTool('none');
          }}
          className={`h-6 min-w-0 flex-1 truncate text-left hover:text-hot-text ${bend.on ? '' : 'text-muted'}`}
        >
          {name}
        </button>
        <button
          type="button"
          className={ICON}
          aria-label={bend.on ? `Switch ${name} off` : `Switch ${name} on`}
          title={bend.on ? 'Switch off' : 'Switch on'}
          onClick={() => editSound(job, setBendAt(fill.id, at, { on: !bend.on }))}
        >
          {bend.on ? <Eye size={13} aria-hidden /> : <EyeOff size={13} aria-hidden />}
        </button>
        <button
          type="button"
          className={ICON}
          aria-label={`${name} again`}
          title="Again: the same bend once more"
          onClick={() => {
            if (!hasRoom(fill)) return;
            edit(bendAgain(fill.id, at));
            chooseBend(fill.id, at + 1);
          }}
        >
          <Copy size={13} aria-hidden />
        </button>
        <button
          type="button"
          className={ICON}
          aria-label={`Remove ${name}`}
          title="Remove"
          onClick={() => {
            edit(removeBend(fill.id, at));
            chooseBend(fill.id, null);
            takeTool('none');
          }}
        >
          <Trash2 size={13} aria-hidden />
        </button>
      </div>
      {chosen && (
        <div className="grid gap-1 bg-paper-2 px-2 pb-2">
          <p className="text-[11px] leading-tight text-muted">{bendKind(bend.kind).about}</p>
          {fault && (
            <p className="text-[11px] leading-tight text-hot-text" role="alert">
              {fault}
            </p>
          )}
          <SelectField
            label="Bends"
            about={BENT_PARTS.find((p) => p.name === bend.what)!.about}
            value={bend.what}
            options={BENT_PARTS}
            onChange={(what) => edit(setBendAt(fill.id, at, { what: what as BentPart }))}
          />
          <BendSettings job={job} fill={fill} bend={bend} at={at} />
        </div>
      )}
    </li>
  );
}

/** The bends of a fill in the order in which they are applied; the chosen one with its settings. */
export function BendList({ job, fill }: Props) {
  const chosen = chosenBend(fill, useBendTools());
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  function onDragEnd({ active, over }: DragEndEvent): void {
    if (!over || active.id === over.id) return;
    edit(moveBend(fill.id, Number(active.id), Number(over.id)));
    chooseBend(fill.id, Number(over.id));
  }
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      modifiers={[restrictToVerticalAxis, restrictToParentElement]}
      onDragEnd={onDragEnd}
    >
      <SortableContext items={fill.bend.map((_, k) => String(k))} strategy={verticalListSortingStrategy}>
        <ol aria-label="Bends in their order" className="grid border-t border-hairline">
          {fill.bend.map((bend, at) => (
            <BendRow key={at} job={job} fill={fill} bend={bend} at={at} chosen={at === chosen} />
          ))}
        </ol>
      </SortableContext>
    </DndContext>
  );
}
