type Props = { readonly accept: string; readonly take: (file: File | null) => void };

/** A file of the device's, in the look of our buttons; inside the label that names it. */
export function FileField({ accept, take }: Props) {
  return (
    <input
      type="file"
      accept={accept}
      onChange={(event) => take(event.target.files?.[0] ?? null)}
      className="max-w-full file:mr-3 file:min-h-9 file:rounded-md file:border file:border-rule-strong file:bg-sheet file:px-3 file:text-sm file:font-semibold"
    />
  );
}
