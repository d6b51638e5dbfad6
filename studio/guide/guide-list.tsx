import { useNavigate } from 'react-router';
import { announce } from '../state/arriving';
import { tellFailure } from '../state/failure';
import { beginGuide } from '../state/guide';
import { arriving, listExamples } from '../shelf/example';
import { pieces, type Piece } from './pieces';
import { t } from '../words/t';

/** The guided pieces, to be begun: each on a copy of an example that is stripped to its beginning. */
export function GuideList() {
  const navigate = useNavigate();
  const begin = async ({ id, title, begin }: Piece) => {
    try {
      const example = (await listExamples()).find((e) => e.id === begin.example);
      if (!example) throw new Error(t`This server has no such example.`);
      const scene = {
        ...(await arriving({ ...example, name: title })),
        show: { name: title, without: begin.without },
      };
      beginGuide(id, scene.id);
      announce(scene);
      void navigate(`/scene/${scene.id}`);
    } catch (error) {
      tellFailure(t`The guided piece could not be begun`, error);
    }
  };
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(280px,1fr))] gap-4">
      {pieces.map((piece) => (
        <li key={piece.id}>
          <button
            type="button"
            onClick={() => void begin(piece)}
            className="flex h-full w-full flex-col gap-1 rounded-xl border border-line bg-panel px-4 py-3 text-left hover:border-dim"
          >
            <span className="font-semibold">{piece.title}</span>
            <span className="text-sm text-dim">{piece.makes}</span>
          </button>
        </li>
      ))}
    </ul>
  );
}
