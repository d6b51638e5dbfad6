import { Play } from 'lucide-react';
import { Button } from '../ui/button';
import type { Answer } from './answer';
import { t } from '../words/t';

/** An answer: what to do, step by step, beside a picture of an example that it can be seen in. */
export function AnswerView({ answer, onShow }: { answer: Answer; onShow(): void }) {
  const { question, steps, more, show } = answer;
  return (
    <article aria-labelledby="question" className="max-w-2xl">
      <h2 id="question" className="mb-4 text-xl font-semibold">
        {question}
      </h2>
      <img
        src={`/examples/${show.example}.webp`}
        alt=""
        className="mb-5 max-h-[38vh] w-full rounded-xl border border-line object-cover"
      />
      <ol className="flex list-none flex-col gap-3">
        {steps.map((step, i) => (
          <li key={i} className="flex gap-3">
            <span className="mt-0.5 grid size-5 shrink-0 place-items-center rounded-full border border-ember/60 text-xs text-ember-ink">
              {i + 1}
            </span>
            <span>{step}</span>
          </li>
        ))}
      </ol>
      {more && <p className="mt-4 text-dim">{more}</p>}
      <div className="mt-6 flex items-center gap-3">
        <Button look="ember" onClick={onShow}>
          <Play size={14} /> {t`Show me`}
        </Button>
        <span className="text-sm text-dim">{t`on a copy of an example`}</span>
      </div>
    </article>
  );
}
