import { beforeEach, expect, it, vi } from 'vitest';

const heard = vi.hoisted(() => ({ hears: true, listeners: new Map<string, () => void>() }));
vi.mock('./announcements', () => ({
  hearsAnnouncements: () => heard.hears,
  sessionsOf: (id: string) => `sessions:${id}`,
  subscribe: (name: string, listener: () => void) => {
    heard.listeners.set(name, listener);
    return () => heard.listeners.delete(name);
  },
}));
const { knownSession } = await import('./known-sessions');

const person = { id: 'p' };
const lookUp = vi.fn(async (): Promise<typeof person | null> => person);
let cookie = '';
let now = 0;
const ask = () => knownSession(cookie, lookUp, now);

beforeEach(async () => {
  heard.hears = true;
  now = 0;
  cookie = crypto.randomUUID();
  await ask();
  await ask();
  lookUp.mockClear();
});

it('is looked up once in ten seconds', async () => {
  for (now of [1, 5_000, 9_999]) expect(await ask()).toBe(person);
  expect(lookUp).not.toHaveBeenCalled();
  now = 10_000;
  await ask();
  expect(lookUp).toHaveBeenCalledOnce();
});

it('is looked up at once when something of the person changed, and when announcements are not heard', async () => {
  heard.listeners.get('sessions:p')?.();
  lookUp.mockResolvedValueOnce(null);
  expect(await ask()).toBeNull();
  heard.hears = false;
  await ask();
  await ask();
  expect(lookUp).toHaveBeenCalledTimes(3);
});

it('is not kept where a change is heard while it is looked up', async () => {
  heard.listeners.get('sessions:p')?.();
  lookUp.mockImplementationOnce(async () => {
    heard.listeners.get('sessions:p')?.();
    return person;
  });
  await ask();
  lookUp.mockResolvedValueOnce(null);
  expect(await ask()).toBeNull();
});

it('is another for another cookie, and none without one', async () => {
  cookie = 'another';
  await ask();
  expect(lookUp).toHaveBeenCalledOnce();
  await knownSession(null, lookUp, now);
  await knownSession(null, lookUp, now);
  expect(lookUp).toHaveBeenCalledTimes(3);
});
