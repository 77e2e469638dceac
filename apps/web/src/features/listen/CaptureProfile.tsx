import { type Capture, formatFrequency, type FittedFilter, type PairView } from '@ulpen/core';
import { confidenceWord } from '../../ui/bands-words.ts';
import { ResponseChart } from '../../ui/ResponseChart.tsx';
import { modelCurve } from './model-curve.ts';
import { bandSentence, captureSentence, edgeWords, equaliserWords } from './profile-words.ts';

/** The curve with its edges, and what was concluded from it. */
export function CaptureProfile({ capture, pair }: { capture: Capture; pair: PairView }) {
  const { analysis } = capture;
  const { model } = analysis;
  const equalised = model ? equaliserWords(model) : [];
  const edgeOf = (hz: number | null, filter: FittedFilter | null | undefined, side: 'low' | 'high') =>
    hz !== null && filter && hz > 19 && hz < 20_500
      ? [
          {
            hz,
            label: formatFrequency(hz),
            // Where the curve counts and not the filter, its slope is doubtful too.
            detail: hz === filter.sixDbHz ? `${filter.slopeDbPerOctave} dB/oct` : 'read from the curve',
            side,
          },
        ]
      : [];
  const edges = [
    ...edgeOf(analysis.lowHz, model?.highPass, 'low'),
    ...edgeOf(analysis.highHz, model?.lowPass, 'high'),
  ];
  const depth = analysis.noiseFloorDb === null ? null : analysis.passBandDb - analysis.noiseFloorDb;
  return (
    <>
      <p className="quiet">{bandSentence(analysis, pair)}</p>
      <ResponseChart
        label={`Level of ${capture.fileName} from 20 Hz to 20 kHz`}
        curves={[
          { name: 'measured', ...analysis.smoothed, standing: 'measured' },
          ...(model
            ? [{ name: 'filter model', ...modelCurve(model), standing: 'assumed' as const, quiet: true }]
            : []),
        ]}
        referenceDb={analysis.passBandDb}
        band={{
          lowHz: edges.find((e) => e.side === 'low')?.hz ?? null,
          highHz: edges.find((e) => e.side === 'high')?.hz ?? null,
        }}
        edges={edges}
      />
      <dl className="facts">
        <Fact
          term="Class"
          value={analysis.bandClass.replace('-', ' ')}
          note={`${confidenceWord(analysis.confidence)}, ${(analysis.confidence * 100).toFixed(0)} %`}
        />
        <Fact
          term="Lower edge, −6 dB"
          value={analysis.lowHz ? formatFrequency(analysis.lowHz) : 'none seen'}
          note={edgeWords(analysis.lowError, model?.highPass, model?.clockHz)}
        />
        <Fact
          term="Upper edge, −6 dB"
          value={analysis.highHz ? formatFrequency(analysis.highHz) : 'none seen'}
          note={edgeWords(analysis.highError, model?.lowPass, model?.clockHz)}
        />
        <Fact
          term="Equalised"
          value={
            equalised.length > 0 ? `${equalised.length} ${equalised.length === 1 ? 'place' : 'places'}` : 'no'
          }
          note={equalised.join(', ') || 'nothing above 0.4 dB'}
        />
        <Fact
          term="Above the noise"
          value={depth === null ? 'no floor seen' : `${depth.toFixed(0)} dB`}
          note={
            depth === null
              ? 'the curve never sinks into noise'
              : depth < 20
                ? 'play louder if it can be'
                : 'enough'
          }
        />
        <Fact
          term="Model fits within"
          value={model ? `${model.rmsDb.toFixed(1)} dB` : '–'}
          note="rms of what it leaves over"
        />
      </dl>
      {analysis.reasons.map((reason) => (
        <p key={reason} className="look-again">
          {reason}
        </p>
      ))}
      <p className="small quiet">{captureSentence(capture)}</p>
    </>
  );
}

function Fact({ term, value, note }: { term: string; value: string; note: string }) {
  return (
    <div>
      <dt>{term}</dt>
      <dd>
        <strong>{value}</strong>
        <span className="small quiet">{note}</span>
      </dd>
    </div>
  );
}
