import { type Job, LENGTHS, type Lengths, takeRecipe } from '@chromatype/core';
import { useState } from 'react';
import { toast } from 'sonner';
import { saveRecipe } from '../api/recipes.ts';
import { Button } from '../ui/Button.tsx';
import { Choice } from '../ui/Choice.tsx';
import { SwitchField } from '../ui/SwitchField.tsx';
import { tagsOf } from './RecipeFacts.tsx';
import { say } from './say.ts';

interface Props {
  readonly job: Job;
  onSaved(id: string): void;
}

/** Saves the look of the job, or of some of its passes, without its pictures. */
export function SaveRecipe({ job, onSaved }: Props) {
  const [name, setName] = useState('');
  const [note, setNote] = useState('');
  const [group, setGroup] = useState('');
  const [tags, setTags] = useState('');
  const [lengths, setLengths] = useState<Lengths>('mm');
  const [stock, setStock] = useState(true);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [busy, setBusy] = useState(false);
  const passes = job.passes.filter((p) => !left.has(p.id)).map((p) => p.id);
  const whole = passes.length === job.passes.length;

  async function save(): Promise<void> {
    setBusy(true);
    try {
      const asked = { name: name.trim(), note: note.trim(), group: group.trim(), tags: tagsOf(tags), lengths, stock };
      const made = await saveRecipe(takeRecipe(job, whole ? asked : { ...asked, passes }));
      toast.success(`The recipe ${made.name} is saved.`);
      setName('');
      onSaved(made.id);
    } catch (error) {
      say(error);
    } finally {
      setBusy(false);
    }
  }

  const field = (label: string, value: string, set: (text: string) => void, longest: number) => (
    <label className="grid grid-cols-[52px_1fr] items-center gap-2">
      <span className="text-muted">{label}</span>
      <input
        value={value}
        maxLength={longest}
        onChange={(e) => set(e.target.value)}
        className="h-6 min-w-0 border-b border-hairline bg-transparent hover:border-ink"
      />
    </label>
  );
  return (
    <form
      aria-label="Save this look"
      className="grid gap-1.5"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <h2 className="text-[14px]">Save this look</h2>
      {field('Name', name, setName, 200)}
      {field('Note', note, setNote, 2000)}
      {field('Group', group, setGroup, 60)}
      {field('Tags', tags, setTags, 400)}
      <fieldset className="grid gap-0.5">
        <legend className="pb-0.5 text-muted">Passes</legend>
        {job.passes.map((pass) => (
          <label key={pass.id} className="flex items-center gap-1.5">
            <input
              type="checkbox"
              checked={!left.has(pass.id)}
              onChange={(e) => {
                const next = new Set(left);
                if (e.target.checked) next.delete(pass.id);
                else next.add(pass.id);
                setLeft(next);
              }}
            />
            <span className="h-3 w-3 shrink-0 border border-hairline" style={{ background: pass.ink.colour }} />
            <span className="truncate" title={pass.name} data-own>
              {pass.name}
            </span>
          </label>
        ))}
      </fieldset>
      <SwitchField
        label="With stock and finish"
        about="Whether the recipe brings the stock, what it shows, and the finish of the print."
        value={stock}
        onChange={setStock}
      />
      <div className="flex items-center justify-between gap-2">
        <span className="text-muted">Dots</span>
        <Choice<Lengths>
          label="Dots of the new recipe"
          dense
          value={lengths}
          options={LENGTHS.map((l) => ({ value: l.name, label: l.label, title: l.about }))}
          onChange={setLengths}
        />
      </div>
      <Button type="submit" strong disabled={busy || name.trim() === '' || passes.length === 0}>
        Save the recipe
      </Button>
    </form>
  );
}
