import type { SceneProps } from './scene';
import { Flaws } from './flaws';

/** A pipe where it enters, or a metal part of the bath room, and what is clamped to it. */
export function ServiceScene({ place, house, shows }: SceneProps) {
  const service = house.type.earthing.bonding.find((each) => `service:${each.service}` === place.id);
  const isBare = shows.has('bond') || shows.has('supplementary bond');
  return (
    <g>
      <path d="M0 210h480" strokeWidth="2.4" />
      <path d="M150 210V40h180v30" strokeWidth="12" opacity="0.35" />
      <path d="M144 210V34h192v36M156 210V46h168v24" />
      <rect x="128" y="110" width="44" height="26" />
      <path d="M128 123h44" />
      <g transform={isBare ? 'translate(60 44)' : undefined}>
        <path d="M176 84h28v16h-28zM204 92h18" strokeDasharray={isBare ? '4 3' : undefined} />
        <path d="M190 84v-8h8v8" />
      </g>
      <path d={isBare ? 'M282 136c40 30 80 10 120 60' : 'M222 92c60 0 120 40 180 104'} strokeWidth="2.6" />
      <text x="350" y="150" fontSize="10" stroke="none" fill="var(--faint)">
        {service ? `${service.csaMm2} mm²` : place.name}
      </text>
      <Flaws x={240} y={120} shows={shows} />
    </g>
  );
}
