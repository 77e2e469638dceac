import { type Capture, CHAPTER_WORD, pairName, type UnitView } from '@ulpen/core';

interface CurvePickerProps {
  units: readonly UnitView[];
  chosen: readonly string[];
  full: boolean;
  onChange: (ids: string[]) => void;
}

const stepWord = (c: Capture) =>
  `${c.volumeStep === null ? 'step ?' : c.volumeStep}${c.load === 'none' ? ' no load' : ''}`;

/** All captures by output: tap one to lay it over the others, or all steps of an output at once. */
export function CurvePicker({ units, chosen, full, onChange }: CurvePickerProps) {
  const toggle = (id: string) =>
    onChange(chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id]);
  return (
    <div className="curve-picker">
      {units
        .filter((u) => u.pairs.length > 0)
        .map((unit) => (
          <section key={unit.id} aria-label={unit.name}>
            <h2 className="label">{unit.name}</h2>
            {unit.pairs.map((pair) => {
              const live = pair.captures.filter((c) => c.withdrawnAt === null);
              const ids = live.map((c) => c.id);
              const all = ids.length > 1 && ids.every((id) => chosen.includes(id));
              return (
                <div key={pair.id} className="curve-pair">
                  <span className="curve-pair-name">{pairName(pair)}</span>
                  {live.length === 0 && <span className="small quiet">not measured</span>}
                  {[...live]
                    .sort((a, b) => (a.volumeStep ?? 0) - (b.volumeStep ?? 0))
                    .map((c) => {
                      const place = chosen.indexOf(c.id);
                      return (
                        <button
                          key={c.id}
                          type="button"
                          className="curve-chip num"
                          aria-pressed={place >= 0}
                          aria-label={`${pairName(pair)}, ${c.volumeStep === null ? 'step not noted' : `step ${c.volumeStep}`}${c.load === 'none' ? ', no load' : ''}${c.chapter === 'before' ? '' : `, ${CHAPTER_WORD[c.chapter]}`}`}
                          disabled={full && place < 0}
                          style={place >= 0 ? { borderColor: `var(--curve-${place + 1})` } : undefined}
                          onClick={() => toggle(c.id)}
                        >
                          {place >= 0 && (
                            <span
                              className="curve-mark"
                              style={{ background: `var(--curve-${place + 1})` }}
                            />
                          )}
                          {stepWord(c)}
                        </button>
                      );
                    })}
                  {live.length > 1 && (
                    <button
                      type="button"
                      className="curve-all"
                      onClick={() =>
                        onChange(
                          all
                            ? chosen.filter((c) => !ids.includes(c))
                            : [...chosen.filter((c) => !ids.includes(c)), ...ids],
                        )
                      }
                    >
                      {all ? 'none' : 'all'}
                    </button>
                  )}
                </div>
              );
            })}
          </section>
        ))}
    </div>
  );
}
