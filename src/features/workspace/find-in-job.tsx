'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useState } from 'react';
import { toast } from '../../ui/toast';
import { type FirmFindable, firmFindables, inGroups } from '../../client/findable';
import { useJobNow } from '../../client/job-provider';
import { deviceFieldNames, listDevices } from '../../core/installation/devices';
import { type Slot, keyOf } from '../../core/installation/slot';

import { listSlots } from '../../core/job/list-slots';
import { governingOf } from '../../core/job/governing';
import { nameOfSlot } from '../../core/job/slot-name';
import { showValue } from '../../core/quantity/reading-value';
import { verdictWord } from '../../core/words/judgement';
import { stageWords } from '../../core/work/stage-words';
import { Find } from '../../ui/find';
import type { Findable, FindableGroup } from '../../ui/palette';
import { addressOf, benchAddress, benchTitles, benches, jobAddress, stageAddress } from './address';
import { useDark } from '../../ui/dark';
import { usePlace } from './place';

/** Any circuit, reading, stage, bench, job or act, by a few letters. */
export function FindInJob() {
  const now = useJobNow();
  const { go } = usePlace();
  const router = useRouter();
  const [found, setFound] = useState<readonly FirmFindable[]>([]);
  const onOpen = useCallback(() => void firmFindables().then(setFound), []);
  const [dark, setDark] = useDark();

  const groups = (): FindableGroup[] => {
    const view = now();
    const { job, jobId, definition, document, isSealed, verdicts, undo, canUndo } = view;
    const to = (address: string) => () => go(address);
    const circuitOf = ({ on }: Slot) => {
      const way = on.of === 'way' ? job.ways.get(on.id) : undefined;
      return way && `circuit ${way.number} ${way.description ?? ''}`;
    };
    const readings = listSlots(view).map((slot): Findable => {
      const reading = governingOf(view, slot);
      const verdict = verdicts.get(keyOf(slot))?.judgement.verdict;
      const shown = reading
        ? [showValue(reading.body.value), verdict && verdict !== 'unjudged' ? verdictWord[verdict] : '']
        : ['not taken'];
      return {
        id: keyOf(slot),
        says: nameOfSlot(view, slot),
        also: circuitOf(slot),
        aside: shown.filter(Boolean).join(', '),
        run: to(addressOf(view, jobId, { of: 'slot', slot })),
      };
    });
    const acts: (Findable | false)[] = [
      canUndo && {
        id: 'undo',
        says: 'Undo last action',
        run: () => {
          const outcome = undo();
          toast(outcome.ok ? 'Undone' : outcome.reason);
        },
      },
      !isSealed && { id: 'note', says: 'Add observation', run: to(stageAddress(jobId, 'observations')) },
      !isSealed && { id: 'isolate', says: 'Start isolation', run: to(stageAddress(jobId, 'isolation')) },
      !view.practice && {
        id: 'draft',
        says: 'Draft as PDF',
        run: () => void window.open(`/api/jobs/${jobId}/draft?document=${document.id}`, '_blank', 'noreferrer'),
      },
      { id: 'dark', says: dark ? 'Light mode' : 'Dark mode', run: () => setDark(!dark) },
      { id: 'sign', says: 'Sign and issue', run: to(addressOf(view, jobId, { of: 'document', field: 'sign' })) },
    ];
    return [
      {
        name: 'Pages',
        items: [
          { id: 'overview', says: 'Job overview', run: to(jobAddress(jobId)) },
          ...definition.stages.map((stage) => ({
            id: stage,
            says: stageWords[stage].title,
            aside: stageWords[stage].purpose,
            also: stage,
            run: to(stageAddress(jobId, stage)),
          })),
          ...benches.map((bench) => ({
            id: bench,
            says: benchTitles[bench],
            also: bench,
            run: to(benchAddress(jobId, bench)),
          })),
        ],
      },
      { name: 'Actions', items: acts.filter((act) => act !== false) },
      {
        name: 'Circuits',
        items: [...job.ways.values()].map((way) => ({
          id: way.id,
          says: `Circuit ${way.number} ${way.description ?? ''}`.trim(),
          also: `way ${way.number}`,
          aside: way.points ? `${way.points} points` : undefined,
          run: to(addressOf(view, jobId, { of: 'way', id: way.id, field: 'description' })),
        })),
      },
      {
        name: 'Devices',
        whenAsked: true,
        items: [...job.boards.keys()].flatMap((boardId) =>
          listDevices(job, boardId).map(({ key, name, kind, fields, ways }) => ({
            id: key,
            says: `Device: ${name}`,
            also: deviceFieldNames.map((field) => fields[field] ?? '').join(' '),
            aside: [kind, fields.serialNumber].filter(Boolean).join(', '),
            run: to(benchAddress(jobId, 'board', ways[0]?.id)),
          })),
        ),
      },
      { name: 'Readings', items: readings, whenAsked: true },
      {
        name: 'Observations',
        whenAsked: true,
        items: job.observations.map((each) => ({
          id: each.id,
          says: `${each.number} ${each.what}`,
          aside: each.code,
          run: to(addressOf(view, jobId, { of: 'observation', id: each.id, field: 'what' })),
        })),
      },
      ...inGroups(
        found.filter(({ href }) => href !== `/jobs/${jobId}`),
        (href) => router.push(href),
      ).map((group) => (group.name === 'Jobs' ? { ...group, name: 'Other jobs' } : group)),
    ];
  };
  return <Find hint="A circuit, reading, page, job or action" groups={groups} onOpen={onOpen} />;
}
