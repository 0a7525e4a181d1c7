import { batchPrints, DEFAULT_PATTERN, MOST_PRINTS, patternFault } from '@chromatype/core';
import { FolderOpen, Upload } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from 'sonner';
import { useRecipes } from '../api/recipes.ts';
import { runs } from '../api/runs.ts';
import { Button } from '../ui/Button.tsx';
import { PageHeader } from '../ui/PageHeader.tsx';
import { BatchForm, type BatchSettings } from './BatchForm.tsx';
import { chooseFiles } from './choose-files.ts';
import { PictureList } from './PictureList.tsx';
import { RecipeChoice } from './RecipeChoice.tsx';
import { useDrop } from './use-drop.ts';
import { useBatchPictures } from './use-pictures.ts';

const NORMAL: BatchSettings = { formats: ['png'], longest: 210, ppi: 300, names: DEFAULT_PATTERN, contact: true };
/** Names that are shown as an example. */
const EXAMPLES = 4;

/** Many pictures by one or more recipes: what goes in, how it is printed, what comes out. */
export function Batch() {
  const navigate = useNavigate();
  const { items, add, remove, clear } = useBatchPictures();
  const { known: all } = useRecipes();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [settings, setSettings] = useState(NORMAL);
  const [starting, setStarting] = useState(false);
  const over = useDrop((files) => void add(files));
  useEffect(() => {
    document.title = 'Batch · Chromatype';
  }, []);

  const ready = items.filter((item) => item.picture !== null);
  const sending = items.filter((item) => item.picture === null && item.problem === null);
  const recipes = all.filter((r) => chosen.has(r.id));
  const prints = ready.length * recipes.length;
  const pictures = ready.map(({ name, picture }) => ({ ...picture!, name }));
  const example = patternFault(settings.names)
    ? []
    : batchPrints({
        pictures: pictures.slice(0, EXAMPLES),
        recipes: recipes.slice(0, EXAMPLES).map((r) => r.recipe),
        names: settings.names,
      })
        .slice(0, EXAMPLES)
        .map(({ name }) => `${name}.${settings.formats[0] ?? 'png'}`);

  const missing =
    ready.length === 0
      ? 'Add pictures first.'
      : recipes.length === 0
        ? 'Tick at least one recipe.'
        : settings.formats.length === 0
          ? 'Tick at least one format.'
          : prints > MOST_PRINTS
            ? `A batch makes at most ${MOST_PRINTS} prints; make two of it.`
            : patternFault(settings.names);

  async function start(): Promise<void> {
    setStarting(true);
    try {
      await runs.startBatch({
        ...settings,
        pictures: pictures.map(({ hash, name }) => ({ hash, name })),
        recipes: recipes.map((r) => r.id),
      });
      navigate('/runs');
    } catch (error) {
      toast.error(error instanceof Error ? error.message : String(error));
      setStarting(false);
    }
  }

  const column = 'grid min-h-0 grid-rows-[34px_minmax(0,1fr)] border-r border-ink bg-paper';
  const head = 'flex items-center justify-between border-b border-hairline px-2.5 text-[14px] font-semibold';
  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)]">
      <PageHeader title="Batch">
        <Button onClick={() => navigate('/runs')}>Runs</Button>
      </PageHeader>
      <main className="grid min-h-0 grid-cols-[minmax(0,1fr)_300px_300px]">
        <section aria-label="Pictures" className={column}>
          <h2 className={head}>
            Pictures
            <span className="flex gap-1.5 font-normal">
              {items.length > 0 && (
                <Button className="px-2 text-[12px]" onClick={clear}>
                  Clear
                </Button>
              )}
              <Button className="px-2 text-[12px]" onClick={() => void chooseFiles(false).then(add)}>
                <Upload size={12} aria-hidden /> Files
              </Button>
              <Button className="px-2 text-[12px]" onClick={() => void chooseFiles(true).then(add)}>
                <FolderOpen size={12} aria-hidden /> Folder
              </Button>
            </span>
          </h2>
          <div className="min-h-0 overflow-y-auto p-2.5">
            {items.length === 0 ? (
              <p className="border border-dashed border-hairline p-10 text-center text-muted">
                Drop pictures here, a folder of them, or a ZIP archive.
              </p>
            ) : (
              <PictureList items={items} remove={remove} />
            )}
          </div>
        </section>
        <section aria-label="Recipes" className={column}>
          <h2 className={head}>Recipes</h2>
          <RecipeChoice
            all={all}
            chosen={chosen}
            choose={(id, on) =>
              setChosen((before) => {
                const next = new Set(before);
                if (on) next.add(id);
                else next.delete(id);
                return next;
              })
            }
          />
        </section>
        <section aria-label="Files" className={`${column} border-r-0`}>
          <h2 className={head}>Files</h2>
          <div className="min-h-0 overflow-y-auto p-2.5">
            <BatchForm
              settings={settings}
              example={example}
              change={(part) => setSettings((before) => ({ ...before, ...part }))}
            />
            <div className="mt-3 grid gap-1.5 border-t border-hairline pt-3">
              <p data-testid="batch-sum">
                {ready.length} × {recipes.length} = {prints} {prints === 1 ? 'print' : 'prints'}
                {sending.length > 0 ? `; ${sending.length} pictures are on their way` : ''}
              </p>
              <Button strong disabled={missing !== null || sending.length > 0 || starting} onClick={() => void start()}>
                Start the batch
              </Button>
              {missing && <p className="text-muted">{missing}</p>}
            </div>
          </div>
        </section>
      </main>
      {over && (
        <p className="pointer-events-none fixed inset-3 z-30 grid place-items-center border-2 border-dashed border-hot bg-paper/80 font-head text-[18px]">
          Drop them to add them to the batch
        </p>
      )}
    </div>
  );
}
