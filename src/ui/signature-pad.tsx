'use client';

import { useEffect, useRef } from 'react';
import Pad from 'signature_pad';
import { Button } from './button';

type Strokes = [number, number][][];
type Props = { readonly label: string; readonly onChange: (strokes: Strokes | null) => void };

const frame = { width: 1000, height: 400 } as const;
const mostPoints = 400;

/** A sheet to sign on with a finger, a pen or a mouse. Answers strokes in a frame of 1000 by 400. */
export function SignaturePad({ label, onChange }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<Pad | null>(null);
  const changed = useRef(onChange);
  useEffect(() => {
    changed.current = onChange;
  }, [onChange]);
  useEffect(() => {
    if (!canvas.current) return;
    const sheet = canvas.current;
    const { clientWidth, clientHeight } = sheet;
    const density = window.devicePixelRatio || 1;
    sheet.width = clientWidth * density;
    sheet.height = clientHeight * density;
    sheet.getContext('2d')?.scale(density, density);
    const made = new Pad(sheet, { minWidth: 1, maxWidth: 2, penColor: getComputedStyle(sheet).color });
    const fit = (value: number, from: number, to: number) => Math.max(0, Math.min(to, Math.round((value / from) * to)));
    made.addEventListener('endStroke', () =>
      changed.current(
        made.toData().map(({ points }) => {
          const step = Math.ceil(points.length / mostPoints);
          return points
            .filter((_, at) => at % step === 0)
            .map(({ x, y }) => [fit(x, clientWidth, frame.width), fit(y, clientHeight, frame.height)]);
        }),
      ),
    );
    pad.current = made;
    return () => made.off();
  }, []);
  return (
    <div className="space-y-1">
      <p className="text-sm font-semibold">{label}</p>
      <canvas
        ref={canvas}
        aria-label={label}
        className="aspect-5/2 w-full touch-none rounded-md border border-rule-strong bg-sheet text-ink"
      />
      <Button
        look="quiet"
        onClick={() => {
          pad.current?.clear();
          onChange(null);
        }}
      >
        Clear drawing
      </Button>
    </div>
  );
}
