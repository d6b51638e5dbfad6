import { CircleHelp } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Link } from 'react-router';
import { tip } from '../ui/tip';
import { t } from '../words/t';
import type { Topic } from './answer';
import { answerAbout } from './answers';

/** A mark on a panel that opens its answer; nothing where no answer is about it. */
export function HelpMark({ about, className = '' }: { about: Topic; className?: string }) {
  const answer = answerAbout(about);
  if (!answer) return null;
  const { id, question, steps, more } = answer;
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button
          type="button"
          aria-label={t`Help: ${question}`}
          {...tip(question)}
          className={`shrink-0 rounded p-1 text-dim hover:text-ink aria-expanded:text-ember-ink ${className}`}
        >
          <CircleHelp size={14} />
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          collisionPadding={12}
          sideOffset={6}
          aria-label={question}
          className="z-50 w-[340px] max-w-[94vw] rounded-xl border border-line bg-panel p-4 text-sm shadow-2xl outline-none"
        >
          <p className="mb-2 font-semibold">{question}</p>
          <ol className="flex list-decimal flex-col gap-1.5 pl-4 marker:text-ember-ink">
            {steps.map((step, i) => (
              <li key={i}>{step}</li>
            ))}
          </ol>
          {more && <p className="mt-2 text-dim">{more}</p>}
          <Link
            to={`/help/${id}`}
            className="mt-3 inline-block text-ember-ink underline underline-offset-4"
          >
            {t`See it on an example`}
          </Link>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
