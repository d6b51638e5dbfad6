import { Download, FolderOpen, Trash2 } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import type { Recipe } from '@ignis/core/recipes/recipe';
import { shippedRecipes } from '@ignis/core/recipes/shipped';
import { wholeScene } from '@ignis/core/pixels/region';
import type { RecipeRecord } from '../storage/database';
import { listRecipes, removeRecipe, restoreRecipe } from '../storage/recipes';
import { Button } from '../ui/button';
import { Mark } from '../ui/mark';
import { IconButton } from '../ui/icon-button';
import { NameField } from '../ui/name-field';
import { cell } from '../workers/questions';
import { HEIGHT, WIDTH, recipeScene } from './recipe-scene';
import { bringInRecipe, downloadRecipe } from './recipe-file';
import { tellFailure, withoutIt } from '../state/failure';
import { t } from '../words/t';

/** As fine as the screen is, samples being twice as large as they are seen. */
const SCALE = Math.min(1, window.devicePixelRatio / 2);
/** All recipes, those that ship and the artist's own, each worn by the same words. */
export default function RecipeBook() {
  const [own, setOwn] = useState<RecipeRecord[] | null>(null);
  const [words, setWords] = useState('TIDE');
  const chooser = useRef<HTMLInputElement>(null);
  const refresh = useCallback(async () => setOwn(await listRecipes()), []);
  useEffect(() => {
    document.title = 'Recipes · Ignis';
    void refresh();
  }, [refresh]);

  const bringIn = async (file: File) => {
    try {
      toast.success(t`“${await bringInRecipe(file)}” is in your recipe book`);
      await refresh();
    } catch (error) {
      tellFailure(t`That could not be brought in`, error);
    }
  };
  const remove = async (record: RecipeRecord) => {
    await removeRecipe(record.id);
    await refresh();
    toast(t`“${record.recipe.name}” is deleted`, {
      action: { label: t`Undo`, onClick: () => void restoreRecipe(record).then(refresh) },
      duration: 10_000,
    });
  };
  const said = words.trim() || 'TIDE';
  return (
    <main className="h-full overflow-auto">
      <div className="mx-auto max-w-6xl px-8 pt-7 pb-16">
        <header className="mb-6 flex items-center gap-3">
          <Link to="/" aria-label={t`To the shelf`} data-tip={t`To the shelf`}>
            <Mark size={34} />
          </Link>
          <h1 className="text-xl font-semibold tracking-wide">{t`Recipes`}</h1>
          <label className="ml-6 flex items-center gap-2 text-sm text-dim">
            {t`worn by`}
            <input
              value={words}
              maxLength={14}
              aria-label={t`Words that wear the recipes`}
              onChange={(e) => setWords(e.target.value)}
              className="w-40 rounded bg-raised px-2 py-1 text-ink"
            />
          </label>
          <span className="flex-1" />
          <Button onClick={() => chooser.current?.click()}>
            <FolderOpen size={16} /> {t`Bring in a recipe`}
          </Button>
          <input
            ref={chooser}
            type="file"
            hidden
            accept=".json,application/json"
            aria-label={t`Bring in a recipe`}
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file) void bringIn(file);
            }}
          />
        </header>
        <h2 className="mb-2 text-sm font-semibold">{t`Yours`}</h2>
        {own === null ? null : own.length === 0 ? (
          <p className="mb-8 text-sm text-dim">
            {t`None yet. On the bench, choose “save” beside the look of a layer that you want to use again.`}
          </p>
        ) : (
          <div className="mb-8 grid grid-cols-3 gap-4">
            {own.map((record) => (
              <Card key={record.id} recipe={record.recipe} words={said}>
                <NameField
                  label={t`Name of ${record.recipe.name}`}
                  value={record.recipe.name}
                  onChange={(name) =>
                    void restoreRecipe({ ...record, recipe: { ...record.recipe, name } }).then(
                      refresh,
                    )
                  }
                  className="min-w-0 flex-1 text-sm"
                />
                <IconButton
                  label={t`Delete ${record.recipe.name}`}
                  onClick={() => void remove(record)}
                >
                  <Trash2 size={14} />
                </IconButton>
              </Card>
            ))}
          </div>
        )}
        <h2 className="mb-2 text-sm font-semibold">{t`To start from`}</h2>
        <div className="grid grid-cols-3 gap-4">
          {/* Those of the artist's own are drawn first. */}
          {(own === null ? [] : shippedRecipes).map((recipe) => (
            <Card key={recipe.name} recipe={recipe} words={said}>
              <span className="min-w-0 flex-1 truncate text-sm">{t(recipe.name)}</span>
            </Card>
          ))}
        </div>
      </div>
    </main>
  );
}

function Card({
  recipe,
  words,
  children,
}: {
  recipe: Recipe;
  words: string;
  children: React.ReactNode;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    const watch = new IntersectionObserver(([entry]) => entry?.isIntersecting && setSeen(true), {
      rootMargin: '200px',
    });
    watch.observe(canvas.current!);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    if (!seen) return;
    let gone = false;
    // A hand that is still typing is waited for.
    const soon = window.setTimeout(() => {
      const scene = recipeScene(recipe, words);
      void cell({ scene, region: wholeScene(scene, SCALE), scale: SCALE, focus: null })
        .then(({ region, pixels }) => {
          if (gone || !canvas.current) return;
          canvas.current
            .getContext('2d')!
            .putImageData(new ImageData(pixels, region.width, region.height), 0, 0);
          canvas.current.dataset.made = 'true';
        })
        .catch(withoutIt('The picture of a recipe failed'));
    }, 150);
    return () => {
      gone = true;
      window.clearTimeout(soon);
    };
  }, [seen, recipe, words]);
  return (
    <article
      aria-label={t(recipe.name)}
      className="overflow-hidden rounded-lg border border-line bg-panel"
    >
      <canvas
        ref={canvas}
        width={WIDTH * 2 * SCALE}
        height={HEIGHT * 2 * SCALE}
        className="block w-full bg-[#26282d]"
      />
      <div className="flex h-10 items-center gap-1 px-3">
        {children}
        <IconButton label={t`Save ${recipe.name} as a file`} onClick={() => downloadRecipe(recipe)}>
          <Download size={14} />
        </IconButton>
      </div>
    </article>
  );
}
