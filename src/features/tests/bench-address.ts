export const benches = ['plan', 'board', 'continuity', 'ring', 'insulation'] as const;
export type BenchName = (typeof benches)[number];

export const benchTitle: Record<BenchName, string> = { plan: 'Plan', board: 'Board', continuity: 'Continuity', ring: 'Rings', insulation: 'Insulation' };

/** Where a bench is, for one way where it is about one. */
export const benchAddress = (jobId: string, bench: BenchName, wayId: string | null = null): string => `/jobs/${jobId}/tests?bench=${bench}${wayId ? `&way=${wayId}` : ''}`;
