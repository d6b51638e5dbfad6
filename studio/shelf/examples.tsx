import { useEffect, useState } from 'react';
import { listExamples, type Example } from './example';
import { t } from '../words/t';

/** The example scenes that the server has, with pictures of themselves. */
export function Examples({ onOpen }: { onOpen(example: Example): void }) {
  const [list, setList] = useState<Example[] | 'away'>([]);
  useEffect(() => {
    listExamples().then(setList, () => setList('away'));
  }, []);

  return (
    <section aria-labelledby="examples" className="mt-11">
      <h2 id="examples" className="mb-1 font-semibold">
        {t`Examples from Lantern Week at Saltmere`}
      </h2>
      <p className="mb-4 text-sm text-dim">{t`Opening one puts a copy among your scenes.`}</p>
      {list === 'away' ? (
        <p className="text-dim">
          {t`The examples are not within reach just now. Your own scenes work without them.`}
        </p>
      ) : (
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(340px,1fr))] gap-5">
          {list.map((e) => (
            <li key={e.id}>
              <button
                type="button"
                className="group block w-full text-left"
                onClick={() => onOpen(e)}
              >
                <img
                  src={`/examples/${e.id}.webp`}
                  alt=""
                  width={e.width}
                  height={e.height}
                  className="h-auto w-full rounded-xl border border-line bg-panel object-cover transition group-hover:border-dim"
                />
                <span className="mt-2 flex items-baseline justify-between">
                  <span>{e.name}</span>
                  <span className="text-xs text-dim">
                    {e.width} × {e.height}
                  </span>
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
