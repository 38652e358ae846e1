import { type Finding, loadFindings } from '../../core/edition/findings';
import { useLoaded } from '../../ui/use-loaded';

/** The typical findings once they are there; none yet, or that they cannot be read here. */
export const useFindings = (): readonly Finding[] | 'loading' | 'unreadable' => useLoaded(loadFindings);
