'use client';

import { Camera, X } from 'lucide-react';
import { useId, useState } from 'react';
import { v7 } from 'uuid';
import { useJob } from '../../client/job-provider';
import { smallPicture } from '../../client/small-picture';
import type { usePictures } from '../../client/use-pictures';
import { type PictureAbout, picturesAbout } from '../../core/job/kinds/picture';
import { Button } from '../../ui/button';
import { EntryField, asLine } from '../../ui/entry-field';
import { findingAddress } from '../workspace/address';
import { JobLink } from '../workspace/place';
import { DrawOn } from './draw-on';

type Props = {
  readonly about: PictureAbout;
  /** What it is, as the pictures are called by it: "observation 1". */
  readonly name: string;
  readonly pictures: ReturnType<typeof usePictures>;
};

/** Why a file was not taken as a picture, and what to do. */
const whyUnread = (file: File): string =>
  /hei[cf]/i.test(`${file.type} ${file.name}`)
    ? `${file.name} is a HEIC picture, which this browser cannot read. Set the camera to JPEG, or take the picture from here.`
    : `${file.name} cannot be read as a picture.`;

/** Pictures of one thing: taken or chosen, made small here, drawn upon, captioned, sent when there is a network. */
export function Pictures({ about, name, pictures: { here, waiting, keep } }: Props) {
  const { job, jobId, append, isSealed } = useJob();
  const id = useId();
  const [problem, setProblem] = useState<string | null>(null);
  const [reading, setReading] = useState<{ readonly at: number; readonly of: number } | null>(null);
  const mine = picturesAbout(job, about);
  const addressOf = (sha256: string) => here.get(sha256) ?? `/api/jobs/${jobId}/pictures/${sha256}`;
  const take = async (files: readonly File[]) => {
    const refused: string[] = [];
    for (const [index, file] of files.entries()) {
      setReading({ at: index + 1, of: files.length });
      const small = await smallPicture(file);
      if (!small) {
        refused.push(whyUnread(file));
        continue;
      }
      const { sha256, width, height } = small;
      const body = { pictureId: v7(), about, sha256, width, height, caption: '' };
      const isKept = await keep(small).then(
        () => true,
        () => false,
      );
      if (!isKept) {
        refused.push(`${file.name} was not saved: this device may be full. Free some space, then add it again.`);
        continue;
      }
      const outcome = append([{ kind: 'picture.taken', body }]);
      if (!outcome.ok) refused.push(`${file.name}: ${outcome.reason}`);
    }
    setReading(null);
    setProblem(refused.length > 0 ? `${refused.join(' ')} The others are saved.` : null);
  };
  return (
    <div className="pt-1">
      {mine.length > 0 && (
        <ul aria-label={`Pictures of ${name}`} className="flex flex-wrap gap-3 py-1">
          {mine.map((picture) => (
            <li key={picture.pictureId} className="w-44 text-sm">
              <a href={addressOf(picture.sha256)} target="_blank" rel="noreferrer">
                {/* eslint-disable-next-line @next/next/no-img-element -- out of the ledger or off this device, not a file of the site */}
                <img
                  src={addressOf(picture.sha256)}
                  alt={picture.caption || `${name}, picture`}
                  width={picture.width}
                  height={picture.height}
                  loading="lazy"
                  decoding="async"
                  className="h-32 w-full border border-rule bg-sheet object-contain"
                />
              </a>
              {isSealed ? (
                <p>{picture.caption}</p>
              ) : (
                <span className="[&>div]:border-0 sm:[&>div]:grid-cols-1">
                  <EntryField
                    label="Caption"
                    shown={picture.caption}
                    parse={asLine}
                    commit={(caption) => {
                      const { entryId, ...body } = picture;
                      append([
                        { kind: 'entry.struck', body: { entryId, why: 'Caption changed' } },
                        { kind: 'picture.taken', body: { ...body, pictureId: v7(), caption: caption ?? '' } },
                      ]);
                    }}
                  />
                </span>
              )}
              {waiting.has(picture.sha256) && <p className="text-faint">not yet sent</p>}
              {!isSealed && (
                <span className="flex flex-wrap gap-x-3">
                  <DrawOn
                    address={addressOf(picture.sha256)}
                    done={async (drawn) => {
                      await keep(drawn);
                      const { entryId, ...body } = picture;
                      const { sha256, width, height } = drawn;
                      append([
                        { kind: 'entry.struck', body: { entryId, why: 'Drawn on' } },
                        { kind: 'picture.taken', body: { ...body, pictureId: v7(), sha256, width, height } },
                      ]);
                    }}
                  />
                  {about.of !== 'observation' && about.of !== 'question' && (
                    <JobLink
                      href={findingAddress(jobId, { picture: picture.pictureId, where: name })}
                      className="inline-flex min-h-9 items-center font-semibold underline underline-offset-4"
                    >
                      An observation
                    </JobLink>
                  )}
                  <Button
                    look="quiet"
                    onClick={() =>
                      append([{ kind: 'entry.struck', body: { entryId: picture.entryId, why: 'Removed' } }])
                    }
                  >
                    <X size={14} aria-hidden /> Remove
                  </Button>
                </span>
              )}
            </li>
          ))}
        </ul>
      )}
      {!isSealed && (
        <label
          htmlFor={id}
          className="inline-flex min-h-9 cursor-pointer items-center gap-1.5 text-sm font-semibold underline underline-offset-4 focus-within:outline-2 max-md:min-h-11"
        >
          <Camera size={15} aria-hidden /> Add pictures
          <input
            id={id}
            type="file"
            accept="image/*"
            multiple
            className="sr-only"
            onChange={(event) => {
              const files = [...(event.target.files ?? [])];
              event.target.value = '';
              void take(files);
            }}
          />
        </label>
      )}
      {reading && reading.of > 1 && (
        <p role="status" className="text-sm">
          Resizing: {reading.at} of {reading.of}
        </p>
      )}
      {problem && (
        <p role="alert" className="text-sm font-semibold">
          {problem}
        </p>
      )}
    </div>
  );
}
