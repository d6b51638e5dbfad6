import { useEffect, useState } from 'react';
import { RadioGroup } from 'radix-ui';
import type { Preview } from '../../../workers/cutter.worker';
import { t } from '../../../words/t';

/** Where two answers to what the subject is are close: small pictures of what each would leave, to choose from. */
export function CloseAnswers({
  answers,
  chosen,
  choose,
}: {
  answers: readonly Preview[];
  chosen: number;
  choose: (answer: number) => void;
}) {
  return (
    <div className="pointer-events-auto absolute top-[calc(100%+8px)] left-3 flex w-28 flex-col gap-2 rounded-xl border border-line bg-panel/95 p-2 text-sm shadow-lg">
      <span className="px-1 text-dim">{t`Which is the subject?`}</span>
      <RadioGroup.Root
        className="flex flex-col gap-1.5"
        aria-label={t`Which is the subject?`}
        value={String(chosen)}
        onValueChange={(value) => choose(Number(value))}
      >
        {answers.map(({ number, picture }, k) => (
          <RadioGroup.Item
            key={number}
            value={String(number)}
            aria-label={k === 0 ? t`The likeliest` : t`Another, ${k}`}
            className="bg-ground h-20 w-full rounded-md border-2 border-line p-0.5 data-[state=checked]:border-ember"
          >
            <Small picture={picture} />
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
    </div>
  );
}

function Small({ picture }: { picture: Blob }) {
  const [url, setUrl] = useState<string>();
  useEffect(() => {
    const made = URL.createObjectURL(picture);
    setUrl(made);
    return () => URL.revokeObjectURL(made);
  }, [picture]);
  return <img src={url} alt="" className="h-full w-full object-contain" />;
}
