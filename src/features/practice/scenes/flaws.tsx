type Flaw = { readonly x: number; readonly y: number; readonly shows: ReadonlySet<string> };

const any = (shows: ReadonlySet<string>, ...sorts: readonly string[]) => sorts.some((sort) => shows.has(sort));

/** What is wrong and to be seen, drawn where it is: scorched, cracked, bare. */
export function Flaws({ x, y, shows }: Flaw) {
  return (
    <g transform={`translate(${x} ${y})`}>
      {any(shows, 'joint', 'worn') && (
        <g fill="var(--ink)" stroke="none" opacity="0.55">
          <path d="M-16 2c-4-10 6-17 14-14s19-2 20 8-6 16-16 15-15 1-18-9z" opacity="0.5" />
          <path d="M-7 1c-2-6 4-9 8-7s9-1 9 4-4 8-8 7-8 1-9-4z" />
        </g>
      )}
      {any(shows, 'damage') && <path d="M-20-16l9 8-4 6 11 6-3 7 12 7" strokeWidth="2.2" />}
      {any(shows, 'insulation', 'live end') && (
        <g>
          <path d="M-26 12h16M10 12h16" strokeWidth="5" />
          <path d="M-10 12h20" strokeWidth="1.4" strokeDasharray="1 3" />
        </g>
      )}
      {any(shows, 'zone') && (
        <g strokeWidth="1.2">
          <path d="M-34 26h68M-34 22v8M34 22v8" />
          <path d="M-20 26v-4M-6 26v-4M8 26v-4M22 26v-4" />
        </g>
      )}
      {any(shows, 'fire') && <circle r="11" strokeDasharray="3 4" />}
      {any(shows, 'cable') && <path d="M-40-22c14 22 24-8 38 14s20 0 34 12" strokeWidth="2.4" />}
      {any(shows, 'spur', 'overload') && <path d="M-30 20h60" strokeWidth="1" strokeDasharray="6 3" />}
    </g>
  );
}
