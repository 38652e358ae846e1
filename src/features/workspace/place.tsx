'use client';

import { usePathname, useSearchParams } from 'next/navigation';
import {
  createContext,
  use,
  useCallback,
  useEffect,
  useMemo,
  useState,
  type ComponentProps,
  type MouseEvent,
  type ReactNode,
} from 'react';
import type { Stage } from '../../core/job/document-definition';
import { goTo, useAddress } from '../../client/address';
import { useJob } from '../../client/job-provider';
import { jobAddress } from './address';
import { type Target, stageOf, targetOf, titleOf } from './stage-address';

type Place = {
  readonly stage: Stage | null;
  readonly query: URLSearchParams;
  /** What a link led to within the stage; anew each time one is followed. */
  readonly target: Target | null;
  readonly go: (address: string, how?: 'beyond' | 'instead') => void;
};

const Context = createContext<Place | null>(null);

/** Where in the job one is. */
export function usePlace(): Place {
  const place = use(Context);
  if (!place) throw new Error('usePlace is used inside a PlaceProvider');
  return place;
}

const isWithin = (place: string, address: string): boolean =>
  address.startsWith(place) && ['', '/', '?'].includes(address.charAt(place.length));

type Props = {
  readonly asked: { readonly stage: Stage | null; readonly search: string };
  readonly children: ReactNode;
};

/**
 * The place is the address; changing it asks nothing of the server. Until the page is up it is what the server was
 * asked for: a page kept on the device answers for every address of its job.
 */
export function PlaceProvider({ asked, children }: Props) {
  const own = jobAddress(useJob(({ jobId }) => jobId));
  const address = useAddress();
  // Rendered when the router moves by itself, and what it says stands while it leaves the job.
  const routed = `${usePathname()}?${useSearchParams().toString()}`;
  const [path = '', search = ''] = (address && isWithin(own, address) ? address : routed).split('?');
  const stage = address === null ? asked.stage : (stageOf(path) ?? null);
  const query = address === null ? asked.search : search;
  const [target, setTarget] = useState<Target | null>(null);

  useEffect(() => {
    const follow = () => setTarget(targetOf(window.location.hash));
    follow();
    window.addEventListener('hashchange', follow);
    return () => window.removeEventListener('hashchange', follow);
  }, []);

  useEffect(() => {
    document.title = `${titleOf(stage)} · Orange Ledger`;
  }, [stage]);

  const go = useCallback((address: string, how: 'beyond' | 'instead' = 'beyond') => {
    goTo(address, how);
    if (how === 'instead') return;
    const led = targetOf(window.location.hash);
    setTarget(led);
    if (!led) window.scrollTo(0, 0);
  }, []);

  const place = useMemo<Place>(
    () => ({ stage, query: new URLSearchParams(query), target, go }),
    [stage, query, target, go],
  );
  return <Context value={place}>{children}</Context>;
}

/** A link to another place of the same job. */
export function JobLink({ href, ...rest }: Omit<ComponentProps<'a'>, 'onClick' | 'href'> & { readonly href: string }) {
  const { go } = usePlace();
  const follow = (event: MouseEvent) => {
    if (event.metaKey || event.ctrlKey || event.shiftKey || event.altKey || event.button !== 0) return;
    event.preventDefault();
    go(href);
  };
  return <a {...rest} href={href} onClick={follow} />;
}
