'use client';

import { useId, useState } from 'react';
import { drawnAnew } from '../../client/drawn-anew';
import { mostLogoCharacters } from '../../core/firm/kinds/particulars';
import { Button } from '../../ui/button';
import { Row } from '../../ui/entry-field';

const most = { width: 600, height: 200 } as const;

/** A picture made small, on white, without anything else the file carried; null where it cannot be read. */
async function made(file: File): Promise<string | null> {
  const canvas = await drawnAnew(file, most);
  if (!canvas) return null;
  const tries = [0.92, 0.8, 0.6].map((quality) => canvas.toDataURL('image/jpeg', quality));
  return tries.find((text) => text.length <= mostLogoCharacters) ?? null;
}

/** The picture at the head of every document. */
export function Logo({ logo, take }: { logo: string; take: (logo: string) => void }) {
  const id = useId();
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <Row id={id} label="Logo" hint="Shown at the top of the first page, on white.">
      <div className="flex flex-wrap items-center gap-3">
        {logo && (
          // eslint-disable-next-line @next/next/no-img-element -- a small picture out of the ledger, not a file to fetch
          <img src={logo} alt="Logo on documents" className="max-h-12 max-w-40 border border-rule bg-white" />
        )}
        <input
          id={id}
          type="file"
          accept="image/png,image/jpeg,image/webp"
          className="max-w-64 text-sm file:mr-3 file:min-h-9 file:rounded-md file:border file:border-solid file:border-rule-strong file:bg-sheet file:px-3 file:font-semibold"
          onChange={async (event) => {
            const file = event.target.files?.[0];
            event.target.value = '';
            if (!file) return;
            const text = await made(file);
            setProblem(text ? null : 'This file cannot be read. Use PNG, JPEG or WebP.');
            if (text) take(text);
          }}
        />
        {logo && (
          <Button look="quiet" onClick={() => take('')}>
            Remove logo
          </Button>
        )}
      </div>
      {problem && (
        <p role="alert" className="pt-1 text-sm font-semibold">
          {problem}
        </p>
      )}
    </Row>
  );
}
