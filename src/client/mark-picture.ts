/** Marks drawn upon a picture, in its own pixels: an arrow to a place, a ring around it, a patch nobody can be known in. */
export const markKinds = ['arrow', 'ring', 'blur'] as const;
export type MarkKind = (typeof markKinds)[number];
export type Spot = { readonly x: number; readonly y: number };
export type PictureMark = { readonly kind: MarkKind; readonly from: Spot; readonly to: Spot };

const colour = '#e8590c';
const blocks = 8;

/** Draws marks on a canvas that shows the picture in its own size. */
export function drawMarks(drawn: CanvasRenderingContext2D, marks: readonly PictureMark[]): void {
  const { width, height } = drawn.canvas;
  const line = Math.max(3, Math.round(Math.max(width, height) / 160));
  for (const { kind, from, to } of marks) {
    if (kind === 'blur') pixelate(drawn, from, to);
    else {
      // A white edge, so that it stands out on any ground.
      for (const [stroke, thick] of [
        ['#ffffff', line * 2],
        [colour, line],
      ] as const) {
        drawn.strokeStyle = stroke;
        drawn.lineWidth = thick;
        drawn.lineCap = 'round';
        drawn.lineJoin = 'round';
        drawn.beginPath();
        if (kind === 'ring') ring(drawn, from, to);
        else arrow(drawn, from, to, line * 6);
        drawn.stroke();
      }
    }
  }
}

function ring(drawn: CanvasRenderingContext2D, from: Spot, to: Spot): void {
  const [x, y] = [(from.x + to.x) / 2, (from.y + to.y) / 2];
  drawn.ellipse(x, y, Math.abs(to.x - from.x) / 2, Math.abs(to.y - from.y) / 2, 0, 0, Math.PI * 2);
}

function arrow(drawn: CanvasRenderingContext2D, from: Spot, to: Spot, head: number): void {
  const angle = Math.atan2(to.y - from.y, to.x - from.x);
  drawn.moveTo(from.x, from.y);
  drawn.lineTo(to.x, to.y);
  for (const side of [-1, 1]) {
    drawn.moveTo(to.x, to.y);
    drawn.lineTo(to.x - head * Math.cos(angle + side * 0.5), to.y - head * Math.sin(angle + side * 0.5));
  }
}

/** A patch made of so few blocks that nothing in it can be known again. */
function pixelate(drawn: CanvasRenderingContext2D, from: Spot, to: Spot): void {
  const [x, y] = [Math.floor(Math.min(from.x, to.x)), Math.floor(Math.min(from.y, to.y))];
  const [width, height] = [Math.ceil(Math.abs(to.x - from.x)), Math.ceil(Math.abs(to.y - from.y))];
  if (width < 2 || height < 2) return;
  const small = document.createElement('canvas');
  small.width = Math.min(blocks, width);
  small.height = Math.min(blocks, height);
  small.getContext('2d')?.drawImage(drawn.canvas, x, y, width, height, 0, 0, small.width, small.height);
  drawn.imageSmoothingEnabled = false;
  drawn.drawImage(small, 0, 0, small.width, small.height, x, y, width, height);
  drawn.imageSmoothingEnabled = true;
}
