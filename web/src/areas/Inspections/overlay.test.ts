import { expect, test } from 'vitest';
import type { Entry } from '../../lib/device/entries';
import { groupsOf, isDone, withEntries, type Inspection, type Point } from './overlay';

const point = (id: number, group: string, unit = ''): Point => ({
  id,
  version: 1,
  group,
  title: `Point ${id}`,
  unit,
  limits: { watch: 5, due: 4, unsafe: 2, highIsWorse: false },
  rating: null,
  measured: null,
  skipped: '',
  note: '',
  lastsTo: null,
  lastsUntil: null,
  proposedTo: null,
  proposedOn: null,
  job: '',
  last: null,
  photos: [],
  by: '',
});

const inspection = { id: 7, points: [point(1, 'Front'), point(2, 'Front', 'mm'), point(3, 'Rear')] } as Inspection;

const entry = (pointId: number, body: Record<string, unknown>, path = `/api/inspections/7/points/${pointId}`): Entry => ({
  staffId: 5,
  inspectionId: 7,
  pointId,
  path,
  body,
  commandId: 'c',
  at: 0,
});

test('what was entered on the device is shown at once, versions counted on for the next entry', () => {
  const shown = withEntries(inspection, [
    entry(1, { act: 'Rate', value: 'Due' }),
    entry(1, { act: 'Note', value: 'cracked' }),
    entry(2, { act: 'Measure', value: '3.5' }),
    entry(3, { act: 'Skip', value: 'no key' }),
  ]);
  expect(shown.points.map((p) => [p.rating, p.measured, p.skipped, p.note, p.version])).toEqual([
    ['Due', null, '', 'cracked', 3],
    [null, 3.5, '', '', 2],
    [null, null, 'no key', '', 2],
  ]);
  expect(shown.points.every(isDone)).toBe(true);
  expect(withEntries(shown, [entry(1, { act: 'Clear', value: '' })]).points[0]!.rating).toBeNull();
});

test('all good rates what nobody looked at in the group, and never a measured point', () => {
  const rated = withEntries(inspection, [
    entry(1, { act: 'Rate', value: 'Watch' }),
    entry(0, { group: 'Front' }, '/api/inspections/7/all-good'),
    entry(0, { group: 'Rear' }, '/api/inspections/7/all-good'),
  ]);
  expect(rated.points.map((p) => p.rating)).toEqual(['Watch', null, 'Good']);
});

test('entries of another inspection change nothing, and a photo only itself', () => {
  expect(withEntries(inspection, [{ ...entry(1, { act: 'Rate', value: 'Due' }), inspectionId: 8 }])).toBe(inspection);
  expect(withEntries(inspection, [entry(1, { after: false }, '/api/inspections/7/points/1/photos')]).points[0]).toEqual(
    inspection.points[0],
  );
  expect(groupsOf(inspection).map(([name, points]) => [name, points.length])).toEqual([
    ['Front', 2],
    ['Rear', 1],
  ]);
});
