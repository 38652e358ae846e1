'use client';

import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { Button } from '../../ui/button';
import { whenIdle } from '../../ui/when-idle';
import type { OpenJobFields } from './fields';

export type Edition = { readonly value: string; readonly label: string };

export type NewJobAsked = {
  /** What a new job of the firm is worked to. */
  readonly usual: string;
  /** Editions the firm told of itself. */
  readonly own: readonly Edition[];
  /** Where it is, where that is known beforehand. */
  readonly at?: Pick<OpenJobFields, 'address' | 'premises' | 'client'> | undefined;
};

const NewJobDialog = dynamic(() => import('./new-job-dialog').then((module) => module.NewJobDialog), { ssr: false });

/** The address that opens it. */
const newJobHash = '#new-job';

/** Opens a job; what that asks is fetched behind the page. */
export function NewJob(asked: NewJobAsked) {
  const [open, setOpen] = useState(false);
  const [wasOpened, setWasOpened] = useState(false);
  useEffect(() => void whenIdle().then(() => import('./new-job-dialog')), []);
  useEffect(() => {
    const openAsAsked = () => {
      if (window.location.hash !== newJobHash) return;
      window.history.replaceState(window.history.state, '', window.location.pathname);
      setWasOpened(true);
      setOpen(true);
    };
    openAsAsked();
    window.addEventListener('hashchange', openAsAsked);
    return () => window.removeEventListener('hashchange', openAsAsked);
  }, []);
  return (
    <>
      <Button
        onClick={() => {
          setWasOpened(true);
          setOpen(true);
        }}
      >
        New job
      </Button>
      {wasOpened && <NewJobDialog {...asked} open={open} onOpenChange={setOpen} />}
    </>
  );
}
