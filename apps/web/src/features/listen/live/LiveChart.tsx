import { useEffect, useRef } from 'react';
import { type LivePicture, shortFrequency } from '@ulpen/core';
import { AXIS_TICKS, rampStops } from '../../../ui/frequency-scale.ts';

interface LiveChartProps {
  /** the newest picture, drawn as it comes without the page being rendered anew */
  picture: React.RefObject<LivePicture | null>;
  /** added to every level: full scale in dBV, or 0 */
  raiseDb: number;
  unit: string;
  held: boolean;
  names: readonly string[];
}

const RANGE_DB = 72;
/** The highest line lies this far or more above the loudest band so far, dB. */
const HEADROOM_DB = 4;
const PAD = { left: 44, right: 12, top: 10, bottom: 26 };

/** Fractional-octave levels as they sound, drawn on a canvas some twenty times a second. */
export function LiveChart({ picture, raiseDb, unit, held, names }: LiveChartProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    let frame = 0;
    let drawn: LivePicture | null = null;
    const draw = () => {
      frame = requestAnimationFrame(draw);
      const now = picture.current;
      if (!canvas.current || now === drawn) return;
      drawn = now;
      paint(canvas.current, now, { raiseDb, held });
    };
    frame = requestAnimationFrame(draw);
    return () => cancelAnimationFrame(frame);
  }, [picture, raiseDb, held]);
  return (
    <figure className="live-chart">
      <canvas
        ref={canvas}
        role="img"
        aria-label={`Level over frequency of ${names.join(' and ')}, 20 Hz to 20 kHz, in ${unit}`}
      />
      <figcaption className="small quiet">
        {unit}; {names.length === 2 ? `bars: ${names[0]}, line: ${names[1]}` : 'each bar one band'}
        {held && ', thin line: highest so far'}
      </figcaption>
    </figure>
  );
}

function paint(
  canvas: HTMLCanvasElement,
  picture: LivePicture | null,
  { raiseDb, held }: { raiseDb: number; held: boolean },
) {
  const { clientWidth: w, clientHeight: h } = canvas;
  const ratio = window.devicePixelRatio || 1;
  if (canvas.width !== Math.round(w * ratio) || canvas.height !== Math.round(h * ratio)) {
    canvas.width = Math.round(w * ratio);
    canvas.height = Math.round(h * ratio);
  }
  const g = canvas.getContext('2d')!;
  const style = getComputedStyle(canvas);
  const ink = (name: string) => style.getPropertyValue(name).trim();
  g.setTransform(ratio, 0, 0, ratio, 0, 0);
  g.clearRect(0, 0, w, h);
  const loudest = Math.max(...(picture?.channels.flatMap((c) => c.heldDb) ?? [-24]));
  const top = 12 * Math.ceil((Math.max(loudest, -60) + raiseDb + HEADROOM_DB) / 12);
  const x = (hz: number) => PAD.left + ((w - PAD.left - PAD.right) * Math.log(hz / 20)) / Math.log(1000);
  const y = (db: number) => PAD.top + ((h - PAD.top - PAD.bottom) * (top - db)) / RANGE_DB;
  g.font = `12px ${ink('--number') || 'monospace'}`;
  g.fillStyle = ink('--ink-2');
  g.strokeStyle = ink('--hairline');
  g.textBaseline = 'middle';
  g.textAlign = 'right';
  for (let db = top; db >= top - RANGE_DB; db -= 12) {
    g.beginPath();
    g.moveTo(PAD.left, y(db));
    g.lineTo(w - PAD.right, y(db));
    g.stroke();
    g.fillText(db < 0 ? `−${-db}` : String(db), PAD.left - 8, y(db));
  }
  g.textAlign = 'center';
  for (const hz of AXIS_TICKS) {
    g.beginPath();
    g.moveTo(x(hz), PAD.top);
    g.lineTo(x(hz), h - PAD.bottom);
    g.stroke();
    g.fillText(shortFrequency(hz), x(hz), h - PAD.bottom + 15);
  }
  if (!picture) return;
  g.save();
  g.beginPath();
  g.rect(PAD.left, PAD.top, w - PAD.left - PAD.right, h - PAD.top - PAD.bottom);
  g.clip();
  const ramp = g.createLinearGradient(x(20), 0, x(20_000), 0);
  for (const { offset, colour } of rampStops(20, 20_000)) {
    const named = /^var\((.+)\)$/.exec(colour);
    ramp.addColorStop(offset, named ? ink(named[1]) : colour);
  }
  const { frequencyHz, channels } = picture;
  const half = Math.sqrt(frequencyHz[1] / frequencyHz[0]);
  channels.forEach(({ levelDb, heldDb }, c) => {
    g.fillStyle = ramp;
    g.strokeStyle = c === 0 ? ramp : ink('--ink');
    if (c === 0) {
      frequencyHz.forEach((hz, i) => {
        const left = x(hz / half);
        const width = Math.max(1, x(hz * half) - left - (frequencyHz.length > 100 ? 0 : 1.5));
        g.fillRect(left, y(levelDb[i] + raiseDb), width, h);
      });
    } else line(g, frequencyHz, levelDb, x, (db) => y(db + raiseDb), 2);
    if (held) {
      g.strokeStyle = ink('--ink-2');
      line(g, frequencyHz, heldDb, x, (db) => y(db + raiseDb), 1.2);
    }
  });
  g.restore();
}

function line(
  g: CanvasRenderingContext2D,
  hz: readonly number[],
  db: readonly number[],
  x: (hz: number) => number,
  y: (db: number) => number,
  width: number,
): void {
  g.lineWidth = width;
  g.beginPath();
  hz.forEach((f, i) => (i === 0 ? g.moveTo(x(f), y(db[i])) : g.lineTo(x(f), y(db[i]))));
  g.stroke();
  g.lineWidth = 1;
}
