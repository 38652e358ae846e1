'use client';

import { useSyncExternalStore } from 'react';
import { loadFindings } from '../../core/edition/findings';
import { loadDwellingTypes } from '../../core/practice/dwelling-type';
import { exercises } from '../../core/practice/exercises';
import { houseOf } from '../../core/practice/house';
import { useLoaded } from '../../ui/use-loaded';
import { CodingQuiz } from './coding-quiz';
import { DocumentQuiz } from './document-quiz';
import { PracticeHome } from './practice-home';
import { useAsked } from './asked';
import { VisitPage } from './visit-page';

const load = async () => {
  const [types, findings] = await Promise.all([loadDwellingTypes(), loadFindings()]);
  return { types, findings };
};

/** Practice: everything of it is made on this device, from the number of a house alone. */
export function PracticePage({ isSignedIn }: { isSignedIn: boolean }) {
  const loaded = useLoaded(load);
  const { house: number, exercise: wanted, quiz } = useAsked();
  const isHere = useSyncExternalStore(
    () => () => undefined,
    () => true,
    () => false,
  );
  if (loaded === 'unreadable')
    return (
      <Frame>
        <p role="alert">The properties could not be loaded. Try again when online.</p>
      </Frame>
    );
  if (loaded === 'loading' || !isHere)
    return (
      <Frame>
        <p className="py-10 text-faint">Loading…</p>
      </Frame>
    );
  if (quiz) return <Frame>{quiz === 'code-ten' ? <CodingQuiz findings={loaded.findings} /> : <DocumentQuiz />}</Frame>;
  const house = number ? houseOf(number, loaded.types) : null;
  if (!house)
    return (
      <Frame>
        <PracticeHome types={loaded.types} unknown={number} isSignedIn={isSignedIn} />
      </Frame>
    );
  const exercise = exercises.find(({ id }) => id === wanted) ?? null;
  return <VisitPage key={`${house.number} ${exercise?.id ?? ''}`} house={house} exercise={exercise} {...loaded} />;
}

function Frame({ children }: { children: React.ReactNode }) {
  return (
    <main className="mx-auto max-w-6xl px-4 pb-16">
      <p className="py-4 font-serif text-lg font-semibold">Orange Ledger</p>
      {children}
    </main>
  );
}
