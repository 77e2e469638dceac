import { WISH_SHAPES, type WishShape } from '@ulpen/core';
import { SHAPE_WORD } from './wish-words.ts';
import './shape-choice.css';
import './toggle.css';

interface ShapeChoiceProps {
  shape: WishShape | null;
  /** null: the chosen one was pressed again */
  onChange: (shape: WishShape | null) => void;
}

/** What the owner wants, in the trade's usual shapes. */
export function ShapeChoice({ shape, onChange }: ShapeChoiceProps) {
  return (
    <fieldset className="shape-choice">
      <legend className="label">The owner wants</legend>
      <div>
        {WISH_SHAPES.map((s) => (
          <button
            key={s}
            type="button"
            className={`toggle ${shape === s ? 'toggle-on' : ''}`}
            aria-pressed={shape === s}
            onClick={() => onChange(shape === s ? null : s)}
          >
            {SHAPE_WORD[s]}
          </button>
        ))}
      </div>
    </fieldset>
  );
}
