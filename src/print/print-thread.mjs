// Where the thread that prints begins: it reads the same sources as everything else.
import { register } from 'tsx/esm/api';

register();
await import('./print-worker.ts');
