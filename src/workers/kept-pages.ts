/** The browser's cache of pages that open without the network. */
export const keptPages = 'pages';

/**
 * Under which path a page is kept; null for pages that need the network. All addresses of a job are one page, which
 * finds its place and its latest entries itself.
 */
export function keptAs(path: string): string | null {
  const [, room, id] = path.split('/');
  if (path === '/' || path === '/diary' || path === '/practice') return path;
  if ((room === 'jobs' || room === 'documents' || room === 'practice') && id) return `/${room}/${id}`;
  return null;
}
