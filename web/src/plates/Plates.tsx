import { type Job, type Pass, plateKey, pressFault } from '@chromatype/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { Header } from '../bench/Header.tsx';
import { useBenchKeys } from '../bench/use-bench-keys.ts';
import { useChosen } from '../bench/use-chosen.ts';
import { useCoverage } from '../bench/use-coverage.ts';
import { JobGate } from '../document/JobGate.tsx';
import { useOpenJob } from '../document/store.ts';
import { enginePool } from '../engine/pool.ts';
import { usePicturesReady } from '../strips/use-strips.ts';
import { useSetParam } from '../ui/use-set-param.ts';
import { SampleCanvas } from '../ui/SampleCanvas.tsx';
import { PlateCard } from './PlateCard.tsx';
import { PlatesSide, type PlatesShow } from './PlatesSide.tsx';

const FILM = '#fbfaf7';
const GAP = 18;
const PAD = 20;
/** Pairs beyond this many are left out. */
const MOST_PAIRS = 12;
const MAP_WIDTH = 420;

const percent = (share: number | null): string => (share === null ? '…' : `${(100 * share).toFixed(1)} %`);

/** Most ink on one spot that this job's separations ask for; three inks in full where there is none. */
const limitOf = (job: Job): number => Math.min(...job.separations.map((s) => s.settings.limit), 3.2);

/** Width of the space that plates are laid out in. */
function useRoom(): [React.RefObject<HTMLDivElement | null>, number] {
  const ref = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(900);
  useEffect(() => {
    const watcher = new ResizeObserver(() => setWidth(ref.current!.clientWidth));
    watcher.observe(ref.current!);
    return () => watcher.disconnect();
  }, []);
  return [ref, width];
}

interface CardsProps {
  readonly job: Job;
  readonly ready: boolean;
  readonly width: number;
  readonly press: boolean;
}

function OnePlate({
  pass,
  place,
  film,
  onOpen,
  ...rest
}: CardsProps & { readonly pass: Pass; readonly place: number; readonly film: boolean; onOpen(): void }) {
  const { job } = rest;
  const coverage = useCoverage(job, pass);
  const fault = pressFault(pass);
  return (
    <PlateCard
      {...rest}
      passes={[pass.id]}
      watch={`${plateKey(job, pass)}${film ? '' : JSON.stringify([pass.ink, pass.colouring, job.sheet])}${rest.press ? JSON.stringify(pass.ink.press) : ''}`}
      label={`Plate of ${pass.name}`}
      name={`${place} ${pass.name}`}
      note={fault ? <span title={fault}>no plate for a press</span> : percent(coverage)}
      film={film}
      background={film ? FILM : job.sheet.stock.colour}
      onClick={onOpen}
    />
  );
}

const printWatch = (job: Job, passes: readonly Pass[]): string =>
  JSON.stringify([job.sheet, passes.map((p) => [plateKey(job, p), p.ink, p.colouring])]);

function InkMapCard({ job, ready, width }: CardsProps) {
  const [most, setMost] = useState<number | null>(null);
  const limit = limitOf(job);
  const passes = job.passes.filter((p) => p.on);
  const make = async () => {
    const made = await enginePool().sampler.inkMap(job, MAP_WIDTH, limit);
    setMost(made.most);
    return made.sample;
  };
  const aspect = job.sheet.height / job.sheet.width;
  return (
    <figure
      aria-label="Total ink"
      className="bg-[#fbfaf7] p-[22px] shadow-[0_1px_8px_rgb(0_0_0/30%)]"
      style={{ width }}
    >
      <SampleCanvas
        label="Total ink over the sheet"
        watch={`${printWatch(job, passes)} ${limit}`}
        make={ready ? make : null}
        className="block w-full"
      />
      <figcaption className="flex justify-between pt-2 font-mono text-[10.5px]" style={{ minHeight: 20 * aspect }}>
        <span>Total ink · limit {Math.round(limit * 100)} %</span>
        <span data-testid="most-ink">{most === null ? '…' : `most ${Math.round(most * 100)} %`}</span>
      </figcaption>
    </figure>
  );
}

function OpenPlates({ id }: { readonly id: string }) {
  const job = useOpenJob((s) => s.job)!;
  const { pass, choose } = useChosen(job);
  useBenchKeys(job, pass, choose);
  const navigate = useNavigate();
  const setParam = useSetParam();
  const ready = usePicturesReady(job);
  const params = new URLSearchParams(window.location.search);
  const [show, setShow] = useState<PlatesShow>((params.get('show') as PlatesShow | null) ?? 'film');
  const [press, setPress] = useState(params.get('press') === '1');
  const passes = useMemo(() => job.passes.filter((p) => p.on), [job]);
  const [hidden, setHidden] = useState<readonly string[]>([]);
  const [room, width] = useRoom();
  const inSight = passes.filter((p) => !hidden.includes(p.id));
  const space = width - 2 * PAD;
  const columns = space > 820 ? 3 : 2;
  const third = (space - (columns - 1) * GAP) / columns;
  const wide = columns === 3 ? 2 * third + GAP : space;
  const shared = { job, ready, press };
  const all = printWatch(job, inSight);
  const pairs = inSight.flatMap((a, k) => inSight.slice(k + 1).map((b) => [a, b] as const)).slice(0, MOST_PAIRS);

  function change(next: { show?: PlatesShow; press?: boolean }): void {
    if (next.show) {
      setShow(next.show);
      setParam('show', next.show);
    }
    if (next.press !== undefined) {
      setPress(next.press);
      setParam('press', next.press ? '1' : null);
    }
  }

  return (
    <div className="grid h-full min-h-[600px] min-w-[1000px] grid-rows-[44px_minmax(0,1fr)]">
      <Header id={id} job={job} />
      <main className="grid min-h-0 grid-cols-[minmax(0,1fr)_300px]">
        <div ref={room} className="min-h-0 overflow-y-auto bg-surround" style={{ padding: PAD }}>
          {passes.length === 0 && <p className="bg-paper p-3">No pass of this job prints.</p>}
          <div
            className="grid grid-flow-row-dense items-start"
            style={{ gap: GAP, gridTemplateColumns: `repeat(${columns}, ${third}px)` }}
          >
            {show === 'pairs'
              ? pairs.map(([a, b]) => (
                  <PlateCard
                    key={`${a.id} ${b.id}`}
                    {...shared}
                    width={third}
                    passes={[a.id, b.id]}
                    watch={printWatch(job, [a, b])}
                    label={`${a.name} and ${b.name}`}
                    name={`${a.name} + ${b.name}`}
                    note=""
                    film={false}
                    background={job.sheet.stock.colour}
                  />
                ))
              : inSight.map((p) => (
                  <OnePlate
                    key={p.id}
                    {...shared}
                    pass={p}
                    place={passes.indexOf(p) + 1}
                    width={third}
                    film={show === 'film'}
                    onOpen={() => navigate(`/jobs/${id}?pass=${p.id}`)}
                  />
                ))}
            {inSight.length > 0 && (
              <div className="col-span-2 row-span-2">
                <PlateCard
                  {...shared}
                  width={wide}
                  passes={inSight.map((p) => p.id)}
                  watch={all}
                  label="All plates together"
                  name={`${inSight.length === passes.length ? 'All' : inSight.length} together, ${press ? 'as it may come off' : 'as planned'}`}
                  note={`${job.sheet.ppi} ppi`}
                  film={false}
                  background={job.sheet.stock.colour}
                />
              </div>
            )}
            {passes.length > 0 && <InkMapCard {...shared} width={third} />}
          </div>
        </div>
        <PlatesSide
          id={id}
          job={job}
          show={show}
          press={press}
          shown={inSight.map((p) => p.id)}
          onShow={(next) => change({ show: next })}
          onPress={(next) => change({ press: next })}
          onShown={(ids) => setHidden(passes.map((p) => p.id).filter((other) => !ids.includes(other)))}
        />
      </main>
    </div>
  );
}

/** Each ink alone, in pairs and all together, as film and in ink; what goes to the press. */
export function Plates() {
  const { id } = useParams();
  return (
    <JobGate id={id!} view="Plates">
      <OpenPlates id={id!} />
    </JobGate>
  );
}
