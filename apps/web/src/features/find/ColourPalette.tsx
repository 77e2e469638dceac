import { CavityChip } from '../../ui/CavityChip.tsx';
import { COLOUR_KEYS, withColour } from './colour-keys.ts';
import { useFindStore } from './find-store.ts';

/** Every wire colour under one key, or one tap: the base first, then its stripe. */
export function ColourPalette({ onPicked }: { onPicked: () => void }) {
  const { entry, type } = useFindStore();
  return (
    <div className="colour-palette" role="group" aria-label="Wire colours">
      {[...COLOUR_KEYS].map(([key, code]) => (
        <button
          key={code}
          type="button"
          className="colour-key"
          aria-label={`${code}, key ${key}`}
          onClick={() => {
            type(withColour(entry, code));
            onPicked();
          }}
        >
          <kbd>{key === '-' ? '−' : key}</kbd>
          <CavityChip wire={code} />
          <span className="num">{code}</span>
        </button>
      ))}
    </div>
  );
}
