import type { usePictures } from '../../client/use-pictures';

/** How far the pictures taken here are on their way to the server; nothing where all have arrived. */
export function PicturesOnTheirWay({ pictures: { waiting, sending } }: { pictures: ReturnType<typeof usePictures> }) {
  if (waiting.size === 0) return null;
  return (
    <p role="status" className="py-1 text-sm">
      {sending && sending.of > 1
        ? `Sending pictures: ${sending.done} of ${sending.of} sent.`
        : `${waiting.size} ${waiting.size === 1 ? 'picture is waiting' : 'pictures are waiting'} to be sent.`}
    </p>
  );
}
