import { type Position, position } from '../../core/firm/kinds/installation';
import { toast } from '../../ui/toast';

const round = (degrees: number): number => Math.round(degrees * 1e4) / 1e4;

/** Where this device says it is, to some ten metres; null where it does not say, which is said. */
export const whereThisIs = (): Promise<Position | null> =>
  new Promise((resolve) => {
    const none = (words: string) => {
      toast(`${words} Nothing was saved.`);
      resolve(null);
    };
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => {
        const read = position.safeParse({ north: round(coords.latitude), east: round(coords.longitude) });
        if (read.success) resolve(read.data);
        else none('This location is outside the British Isles.');
      },
      () => none('Location is not available on this device.'),
      { timeout: 15_000, maximumAge: 60_000 },
    );
  });
