import { peopleWithAccess } from '../../../core/firm/firm';
import { latestDocuments, listJobs } from '../../../server/list-jobs';
import { firmState } from '../../../server/people';
import { signedIn } from '../../../server/who';

const oneLine = (text: string) => text.split('\n').join(', ');

/** What the firm has, as much of each as it takes to find it and go to it. */
export const GET = signedIn(async (_request, { firmId }) => {
  const [jobs, documents, firm] = await Promise.all([listJobs(firmId), latestDocuments(firmId), firmState(firmId)]);
  const people = peopleWithAccess(firm);
  return Response.json({
    found: [
      ...jobs.map(({ jobId, reference, siteAddress, clientName }) => ({
        group: 'Jobs',
        says: `${reference} ${oneLine(siteAddress)}`,
        aside: clientName,
        href: `/jobs/${jobId}`,
      })),
      ...documents.map(({ id, number, siteAddress }) => ({
        group: 'Documents',
        says: number,
        aside: oneLine(siteAddress ?? ''),
        href: `/documents/${id}`,
      })),
      ...[...firm.clients.values()].map(({ id, name, telephone, email }) => ({
        group: 'Clients',
        says: name,
        aside: [telephone, email].filter(Boolean).join(', '),
        href: `/clients/${id}`,
      })),
      ...[...firm.installations.values()].map(({ id, address }) => ({
        group: 'Installations',
        says: oneLine(address),
        aside: '',
        href: `/installations/${id}`,
      })),
      ...[...firm.instruments.values()].map(({ id, name, serial, retired }) => ({
        group: 'Instruments',
        says: `${name}, ${serial}`,
        aside: retired === null ? '' : 'withdrawn',
        href: `/firm/instruments/${id}`,
      })),
      ...people.map(({ name, position }) => ({ group: 'People', says: name, aside: position, href: '/firm#people' })),
    ],
  });
});
