import type { SceneProps } from './scene';
import { Flaws } from './flaws';

/** Where the supply comes in: cut-out, meter, tails, the means of earthing. */
export function IntakeScene({ house, shows }: SceneProps) {
  const { supply, earthing } = house.type;
  const isTT = supply.earthing === 'TT';
  return (
    <g>
      <path d="M70 240v-60" strokeWidth="7" />
      <rect x="40" y="110" width="60" height="70" />
      <rect x="52" y="122" width="36" height="22" />
      <text x="70" y="138" fontSize="11" textAnchor="middle" stroke="none" fill="var(--ink)">
        {supply.serviceFuse.amps} A
      </text>
      <path d="M100 128h50M100 146h50" strokeWidth="3.4" />
      <rect x="150" y="96" width="86" height="84" />
      <rect x="164" y="108" width="58" height="20" />
      <text x="193" y="122" fontSize="10" textAnchor="middle" stroke="none" fill="var(--ink)">
        40718.3
      </text>
      <path d="M236 128c40 0 40-50 90-50M236 146c48 0 48-50 90-50" strokeWidth="3.4" />
      <text x="262" y="74" fontSize="10" stroke="none" fill="var(--faint)">
        {supply.tailsMm2} mm²
      </text>
      <rect x="326" y="54" width="120" height="70" />
      <text x="386" y="94" fontSize="11" textAnchor="middle" stroke="none" fill="var(--ink)">
        {house.boards[0]?.name}
      </text>
      <rect x="326" y="176" width="70" height="22" />
      <text x="361" y="191" fontSize="9.5" textAnchor="middle" stroke="none" fill="var(--ink)">
        main earth
      </text>
      <path d="M361 176v-52" strokeWidth="2.2" />
      {isTT ? (
        <g>
          <path d="M361 198v22h80v10" strokeWidth="2.2" />
          <path d="M441 230v10" strokeWidth="5" />
        </g>
      ) : (
        <path d={`M326 188H120v-8${supply.earthing === 'TN-S' ? 'H92' : 'H92v-10'}`} strokeWidth="2.2" />
      )}
      <text x="200" y="206" fontSize="10" stroke="none" fill="var(--faint)">
        {supply.earthing}, {earthing.conductorMm2} mm²
      </text>
      {supply.otherSources.map((source, index) => (
        <text key={source} x="326" y={20 + index * 13} fontSize="10" stroke="none" fill="var(--faint)">
          {source}
        </text>
      ))}
      <Flaws x={280} y={110} shows={shows} />
    </g>
  );
}
