import { useChainParts, type ChainFolds, type ChainPart } from '../../state/folds';
import { tip } from '../../ui/tip';
import { t } from '../../words/t';

/** Opens a part of the chain, and brings it to where it is seen. */
function goTo({ fold, element }: ChainPart): void {
  if (fold && !fold.isOpen) fold.toggle();
  requestAnimationFrame(() => element.scrollIntoView({ block: 'start', behavior: 'smooth' }));
}

/** Small marks at the edge of the chain, one a part: what is on shows at a glance, and a click goes there. */
export function Rail({ chain }: { chain: ChainFolds }) {
  const parts = useChainParts(chain).filter((p) => p.name !== null);
  return (
    <nav
      aria-label={t`Parts of the chain`}
      className="flex w-5 shrink-0 flex-col items-center overflow-hidden bg-panel pt-4 pb-2"
    >
      {parts.map((part, i) => (
        <button
          key={i}
          type="button"
          {...tip(said(part))}
          aria-label={t`Go to ${said(part)}`}
          onClick={() => goTo(part)}
          className="group grid h-4 max-h-4 min-h-1.5 w-5 shrink place-items-center"
        >
          <span
            className={`${part.isStep ? 'size-[7px] rounded-full' : 'h-[3px] w-2.5 rounded-full'} ${look(part)}`}
          />
        </button>
      ))}
    </nav>
  );
}

const said = ({ name, on }: ChainPart): string => {
  const part = name ?? '';
  return on === false ? t`${part}, off` : part;
};

const look = ({ on, isStep }: ChainPart): string => {
  if (on === false) return 'border border-dim group-hover:border-ink';
  return isStep ? 'bg-ember group-hover:bg-ink' : 'bg-dim/60 group-hover:bg-ink';
};
