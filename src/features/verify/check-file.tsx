'use client';

import { useState } from 'react';

/** Compares a PDF with the one that was issued, in the browser: the file goes nowhere. */
export function CheckFile({ expected }: { expected: string }) {
  const [result, setResult] = useState<string | null>(null);
  return (
    <div className="border-t border-rule pt-4">
      <label className="text-sm font-semibold">
        Check a PDF file
        <input
          type="file"
          accept="application/pdf"
          className="mt-1 block text-sm font-normal"
          onChange={async (event) => {
            const file = event.target.files?.[0];
            if (!file) return;
            const digest = await crypto.subtle.digest('SHA-256', await file.arrayBuffer());
            const hex = [...new Uint8Array(digest)].map((byte) => byte.toString(16).padStart(2, '0')).join('');
            setResult(
              hex === expected ? '✓ This is the issued file, unchanged.' : '× This file is not the issued file.',
            );
          }}
        />
      </label>
      <p className="text-xs text-faint">The file stays on your device.</p>
      <p role="status" className="pt-1 font-semibold">
        {result}
      </p>
    </div>
  );
}
