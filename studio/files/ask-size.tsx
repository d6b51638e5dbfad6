import { useState } from 'react';
import { create } from 'zustand';
import { MAX_SIDE } from '@ignis/core/scene/model/bounds';
import { Button } from '../ui/button';
import { Dialog } from '../ui/dialog';
import { t } from '../words/t';

interface Size {
  width: number;
  height: number;
}

interface Question {
  name: string;
  size: Size;
  answer(size: Size | null): void;
}

const useQuestion = create<{ question: Question | null }>(() => ({ question: null }));

/** Asks at which size a drawing without pixels shall be drawn; null if the artist calls it off. */
export const askSize = (name: string, size: Size): Promise<Size | null> =>
  new Promise((resolve) =>
    useQuestion.setState({
      question: {
        name,
        size,
        answer(size) {
          useQuestion.setState({ question: null });
          resolve(size);
        },
      },
    }),
  );

/** Stands in the page and shows what askSize asks. */
export function SizeQuestion() {
  const question = useQuestion((s) => s.question);
  return question && <Ask key={question.name} {...question} />;
}

function Ask({ name, size, answer }: Question) {
  const [width, setWidth] = useState(
    size.width < 1000
      ? Math.round((1000 * size.width) / Math.max(size.width, size.height))
      : size.width,
  );
  const height = Math.max(1, Math.round((width * size.height) / size.width));
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && answer(null)}
      title={t`Draw “${name}”`}
      description={t`This file has no pixels of its own. It is drawn once, at the size you choose.`}
    >
      <form
        className="flex items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          answer({ width, height });
        }}
      >
        <label className="text-sm text-dim">
          {t`Width, px`}
          <input
            type="number"
            min={1}
            max={MAX_SIDE}
            value={width}
            onChange={(e) =>
              setWidth(Math.max(1, Math.min(MAX_SIDE, Math.round(Number(e.target.value)))))
            }
            className="mt-1 block w-28 rounded-md bg-ground px-2 py-1.5 text-ink"
          />
        </label>
        <span className="pb-1.5 text-dim">× {height} px</span>
        <Button type="submit" look="ember" className="ml-auto">
          {t`Draw it`}
        </Button>
      </form>
    </Dialog>
  );
}
