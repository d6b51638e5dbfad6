import { lazy, StrictMode, Suspense } from 'react';
import { BrowserRouter, Link, Route, Routes } from 'react-router';
import { Toaster } from 'sonner';
import { SizeQuestion } from './files/ask-size';
import { Shelf } from './shelf/shelf';
import { useTheme } from './state/theme';
import { FaultBoundary } from './ui/fault-boundary';
import { Mark } from './ui/mark';
import { t } from './words/t';

const Bench = lazy(() => import('./bench/bench'));
const RecipeBook = lazy(() => import('./recipes/recipe-book'));
const Help = lazy(() => import('./help/help'));
const Tooltips = lazy(() => import('./ui/tooltips'));

/** What stands where nothing is, or nothing yet. */
function Blank({ text, back = false }: { text: string; back?: boolean }) {
  return (
    <main className="grid h-full place-items-center text-center text-dim">
      <div className="flex flex-col items-center gap-3">
        <Mark size={40} />
        <p>{text}</p>
        {back && (
          <Link to="/" className="text-ember-ink underline underline-offset-4">
            {t`To the shelf`}
          </Link>
        )}
      </div>
    </main>
  );
}

/** Short messages at the foot of the page. */
function Messages() {
  const theme = useTheme((s) => s.theme);
  return (
    <Toaster
      theme={theme}
      containerAriaLabel={t`Messages`}
      position="bottom-center"
      style={{ fontFamily: 'inherit' }}
      offset={176}
      toastOptions={{
        style: {
          // Over a window, too, what a message offers can be clicked.
          pointerEvents: 'auto',
          background: 'var(--raised)',
          border: '1px solid var(--line)',
          color: 'var(--ink)',
          font: 'inherit',
          fontSize: 14,
        },
      }}
    />
  );
}

/** The app, in the language that was loaded before this module was: words stand in places that are made once. */
export const app = (
  <StrictMode>
    <BrowserRouter>
      <Suspense fallback={<Blank text={t`Setting up the bench…`} />}>
        <FaultBoundary what={t`This screen`}>
          <Routes>
            <Route path="/" element={<Shelf />} />
            <Route path="/scene/:id" element={<Bench />} />
            <Route path="/recipes" element={<RecipeBook />} />
            <Route path="/help/:id?" element={<Help />} />
            <Route path="*" element={<Blank text={t`There is nothing at this address.`} back />} />
          </Routes>
        </FaultBoundary>
      </Suspense>
      <SizeQuestion />
      <Messages />
      <Suspense>
        <Tooltips />
      </Suspense>
    </BrowserRouter>
  </StrictMode>
);
