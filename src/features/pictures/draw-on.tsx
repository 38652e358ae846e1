'use client';

import { PencilLine } from 'lucide-react';
import { useEffect, useRef, useState, type PointerEvent } from 'react';
import { type MarkKind, type PictureMark, type Spot, drawMarks, markKinds } from '../../client/mark-picture';
import { type SmallPicture, smallPicture } from '../../client/small-picture';
import { Button } from '../../ui/button';
import { Dialog } from '../../ui/dialog';
import { FormProblem } from '../../ui/form-field';
import { ToggleGroup } from '../../ui/toggle-group';

const faces: Record<MarkKind, string> = { arrow: 'Arrow', ring: 'Ring', blur: 'Blur' };

/** Draws upon a picture: an arrow, a ring, a patch over a face. What comes of it stands in the picture's place. */
export function DrawOn({ address, done }: { address: string; done: (drawn: SmallPicture) => Promise<void> }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button look="quiet" onClick={() => setOpen(true)}>
        <PencilLine size={14} aria-hidden /> Draw on picture
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title="Draw on the picture">
        {open && (
          <Sheet
            address={address}
            done={async (drawn) => {
              await done(drawn);
              setOpen(false);
            }}
          />
        )}
      </Dialog>
    </>
  );
}

function Sheet({ address, done }: { address: string; done: (drawn: SmallPicture) => Promise<void> }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [picture, setPicture] = useState<ImageBitmap | null>(null);
  const [kind, setKind] = useState<MarkKind>('arrow');
  const [marks, setMarks] = useState<readonly PictureMark[]>([]);
  const [from, setFrom] = useState<Spot | null>(null);
  const [to, setTo] = useState<Spot | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    let here = true;
    const shown = new Image();
    shown.src = address;
    shown
      .decode()
      .then(() => createImageBitmap(shown))
      .then(
        (read) => here && setPicture(read),
        () => here && setProblem('This picture is not on this device. Try again when online.'),
      );
    return () => {
      here = false;
    };
  }, [address]);
  useEffect(() => {
    const drawn = canvas.current?.getContext('2d');
    if (!drawn || !picture) return;
    drawn.drawImage(picture, 0, 0);
    drawMarks(drawn, from && to ? [...marks, { kind, from, to }] : marks);
  }, [picture, marks, kind, from, to]);
  const spotOf = ({ clientX, clientY, currentTarget }: PointerEvent<HTMLCanvasElement>): Spot => {
    const { left, top, width, height } = currentTarget.getBoundingClientRect();
    return {
      x: ((clientX - left) / width) * currentTarget.width,
      y: ((clientY - top) / height) * currentTarget.height,
    };
  };
  const keep = async () => {
    const sheet = canvas.current;
    const bytes = sheet && (await new Promise<Blob | null>((resolve) => sheet.toBlob(resolve, 'image/png')));
    const small = bytes && (await smallPicture(bytes));
    const kept =
      small !== null &&
      (await done(small).then(
        () => true,
        () => false,
      ));
    if (!kept) setProblem('Not saved: this device may be full. The picture is unchanged.');
  };
  return (
    <div className="space-y-2">
      <div className="flex flex-wrap items-center gap-2">
        <ToggleGroup
          label="What to draw"
          value={kind}
          onChange={setKind}
          choices={markKinds.map((value) => ({ value, face: faces[value] }))}
        />
        <Button disabled={marks.length === 0} onClick={() => setMarks(marks.slice(0, -1))}>
          Undo last mark
        </Button>
      </div>
      {picture && (
        <canvas
          ref={canvas}
          width={picture.width}
          height={picture.height}
          aria-label="Picture to draw on"
          className="max-h-[60dvh] max-w-full touch-none border border-rule"
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            setFrom(spotOf(event));
            setTo(null);
          }}
          onPointerMove={(event) => from && setTo(spotOf(event))}
          onPointerUp={() => {
            if (from && to) setMarks([...marks, { kind, from, to }]);
            setFrom(null);
            setTo(null);
          }}
          onPointerCancel={() => {
            setFrom(null);
            setTo(null);
          }}
        />
      )}
      {problem && <FormProblem>{problem}</FormProblem>}
      <Button look="next" className="min-h-11" disabled={marks.length === 0} onClick={() => void keep()}>
        Save drawing
      </Button>
    </div>
  );
}
