import type { Schemas } from '../../lib/api';

type Canned = Schemas['CannedJobView'];

/** Canned jobs whose words hold everything that was typed. */
export function matching(jobs: Canned[], text: string): Canned[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  return jobs.filter((job) => words.every((word) => `${job.title} ${job.system} ${job.words}`.toLowerCase().includes(word)));
}
