import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, type ReactNode, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { ListedJob } from '../api/jobs.ts';
import type { ShelfList } from './use-shelf.ts';

/** A card in CSS pixels: its least width, its height with the room under it, and the room between two. */
const [LEAST, HEIGHT, GAP] = [270, 312, 24];

interface Props {
  readonly list: ShelfList;
  /** What stands over the jobs and scrolls with them. */
  readonly head: ReactNode;
  card(job: ListedJob): ReactNode;
}

interface RowProps extends Pick<Props, 'list' | 'card'> {
  readonly index: number;
  /** Pixels from the upper edge of the list. */
  readonly down: number;
  readonly columns: number;
  readonly total: number;
}

/** A row of cards, which is not made again while others come into sight. */
const Row = memo(function Row({ index, down, columns, total, list, card }: RowProps) {
  return (
    <ul
      className="absolute inset-x-0 grid gap-6"
      style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`, transform: `translateY(${down}px)` }}
    >
      {Array.from({ length: Math.min(columns, total - index * columns) }, (_, k) => {
        const place = index * columns + k;
        const job = list.at(place);
        return job ? (
          card(job)
        ) : (
          <li key={place} aria-busy className="h-[228px] bg-paper-2" aria-label="A job that is being fetched" />
        );
      })}
    </ul>
  );
});

/** Jobs in rows of cards, of which only those in sight are there. */
export function JobGrid({ list, head, card }: Props) {
  const scroller = useRef<HTMLElement>(null);
  const inner = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  const [top, setTop] = useState(0);
  useLayoutEffect(() => {
    const measure = () => {
      setWidth(inner.current!.clientWidth);
      setTop(inner.current!.offsetTop);
    };
    measure();
    const watcher = new ResizeObserver(measure);
    watcher.observe(inner.current!);
    watcher.observe(scroller.current!);
    return () => watcher.disconnect();
  }, []);
  const columns = Math.max(1, Math.floor((width + GAP) / (LEAST + GAP)));
  const total = list.total ?? 0;
  const rows = useVirtualizer({
    count: Math.ceil(total / columns),
    getScrollElement: () => scroller.current,
    estimateSize: () => HEIGHT,
    overscan: 2,
    scrollMargin: top,
  });
  const inSight = rows.getVirtualItems();
  const first = (inSight[0]?.index ?? 0) * columns;
  const last = ((inSight.at(-1)?.index ?? 0) + 1) * columns - 1;
  const { want } = list;
  useEffect(() => {
    if (total > 0) want(first, Math.min(last, total - 1));
  }, [want, first, last, total]);
  return (
    <main ref={scroller} className="min-h-0 overflow-y-auto" data-testid="shelf-list">
      <div className="mx-auto w-full max-w-[1240px] px-5 py-6">
        {head}
        <div ref={inner} className="relative" style={{ height: rows.getTotalSize() }}>
          {inSight.map((row) => (
            <Row
              key={row.key}
              index={row.index}
              down={row.start - top}
              columns={columns}
              total={total}
              list={list}
              card={card}
            />
          ))}
        </div>
      </div>
    </main>
  );
}
