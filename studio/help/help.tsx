import { useEffect, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { GuideList } from '../guide/guide-list';
import { listExamples, arriving } from '../shelf/example';
import { announce } from '../state/arriving';
import { tellFailure } from '../state/failure';
import { Mark } from '../ui/mark';
import { SearchField } from '../ui/search-field';
import { AnswerView } from './answer-view';
import type { Answer } from './answer';
import { answerOf, answers, chapters, speaksOf } from './answers';
import { t } from '../words/t';

/** The help: answers by question, searched, each of which can be seen on an example. */
export default function Help() {
  const { id } = useParams();
  const navigate = useNavigate();
  const [asked, setAsked] = useState('');
  const found = answers.filter((a) => speaksOf(a, asked));
  const answer = answerOf(id) ?? answers[0]!;
  useEffect(() => {
    document.title = `${answer.question} · Ignis`;
  }, [answer]);

  const show = async ({ show }: Answer) => {
    try {
      const example = (await listExamples()).find((e) => e.id === show.example);
      if (!example) throw new Error(t`This server has no such example.`);
      const scene = { ...(await arriving(example)), show };
      announce(scene);
      void navigate(`/scene/${scene.id}`);
    } catch (error) {
      tellFailure(t`The example could not be opened`, error);
    }
  };

  return (
    <main className="flex h-full flex-col overflow-hidden">
      <header className="flex items-center gap-3 border-b border-line px-8 py-4">
        <Link to="/" aria-label={t`To the shelf`} data-tip={t`To the shelf`}>
          <Mark size={28} />
        </Link>
        <h1 className="text-lg font-semibold">{t`Help`}</h1>
        <SearchField
          label={t`Search the help`}
          placeholder={t`What do you want to do?`}
          value={asked}
          onChange={setAsked}
          onEnter={() => found[0] && void navigate(`/help/${found[0].id}`)}
          className="ml-6 w-96 max-w-full"
        />
      </header>
      <div className="flex min-h-0 flex-1">
        <nav
          aria-label={t`Questions`}
          className="w-[340px] shrink-0 overflow-y-auto border-r border-line p-5"
        >
          {chapters.map(({ title, answers }) => {
            const shown = answers.filter((a) => found.includes(a));
            if (shown.length === 0) return null;
            return (
              <section key={title} className="mb-5">
                <h2 className="mb-1 px-2 text-sm text-dim">{title}</h2>
                {shown.map((a) => (
                  <Link
                    key={a.id}
                    to={`/help/${a.id}`}
                    aria-current={a.id === answer.id ? 'page' : undefined}
                    className={`block rounded px-2 py-1.5 text-sm hover:bg-raised ${a.id === answer.id ? 'bg-raised text-ember-ink' : ''}`}
                  >
                    {a.question}
                  </Link>
                ))}
              </section>
            );
          })}
          {found.length === 0 && (
            <p role="status" className="px-2 text-sm text-dim">
              {t`No answer speaks of “${asked}”. Try one plain word, such as shadow or brush.`}
            </p>
          )}
        </nav>
        <div className="min-w-0 flex-1 overflow-y-auto px-12 py-8">
          <AnswerView answer={answer} onShow={() => void show(answer)} />
          <section aria-labelledby="guided" className="mt-12 max-w-4xl border-t border-line pt-6">
            <h2 id="guided" className="mb-3 font-semibold">
              {t`Guided pieces`}
            </h2>
            <GuideList />
          </section>
        </div>
      </div>
    </main>
  );
}
