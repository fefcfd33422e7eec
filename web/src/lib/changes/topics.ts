/** What open screens ask anew for; the server's `TopicKind` has the same names, and a test of it compares them. */
export const TOPIC_KINDS = [
  'Order',
  'Orders',
  'Floor',
  'Calendar',
  'AfterWork',
  'Times',
  'Bench',
  'Inspection',
  'Parts',
  'Returns',
  'Stock',
  'Invoice',
  'Books',
  'Customer',
  'Vehicle',
  'Files',
  'Labels',
  'Messages',
  'FollowUps',
  'Requests',
  'Notices',
  'Policy',
  'Catalog',
  'Setup',
  'Import',
  'Phrases',
  'Sessions',
  'Webhooks',
  'Backups',
] as const;

export type TopicKind = (typeof TOPIC_KINDS)[number];

/** Something that changed: what kind, which one; 0 where it is about all of them. */
export interface Topic {
  kind: TopicKind;
  id: number;
}

/** What a sheet says of whom and what it is about. */
interface Shown {
  header?: { customer?: { id: number } | null; vehicle?: { id: number } | null };
  jobs?: { lines?: { partId?: number | null }[] }[];
}

const one = (name: string, id: number): readonly unknown[] => (id ? [name, id] : [name]);

/** Keys of queries that show a topic, by their beginning. */
export function keysOf({ kind, id }: Topic): (readonly unknown[])[] {
  switch (kind) {
    case 'Order':
      return [one('order', id), one('obstacles', id)];
    case 'Orders':
      return [['orders']];
    case 'Floor':
      return [['floor']];
    case 'Calendar':
      return [['calendar'], ['appointment']];
    case 'AfterWork':
      return [['after-work']];
    case 'Times':
      return [['times']];
    case 'Bench':
      return [one('bench', id)];
    case 'Inspection':
      return [one('inspection', id), ['worklist']];
    case 'Parts':
      return [['parts']];
    case 'Returns':
      return [
        ['parts', 'returns'],
        ['parts', 'bills'],
      ];
    case 'Stock':
      return [['side'], ['choices']];
    case 'Invoice':
      return [one('invoice', id)];
    case 'Books':
      return [['accounts'], ['books'], ['drawer'], ['invoices']];
    case 'Customer':
      return [one('customer', id), ['customers'], ['known']];
    case 'Vehicle':
      return [one('vehicle', id), ['known']];
    case 'Files':
      return [['files']];
    case 'Labels':
      return [['labels']];
    case 'Messages':
      return [['messages']];
    case 'FollowUps':
      return [['follow-ups']];
    case 'Requests':
      return [['requests']];
    case 'Notices':
      return [['notices']];
    case 'Policy':
      return [['policy']];
    case 'Catalog':
      return [['canned-jobs'], ['own-guide'], ['choices'], ['guide'], ['offers'], ['setup', 'fees']];
    case 'Setup':
      return [['setup'], ['reminder-sets'], ['shop'], ['session'], ['templates'], ['template-preview']];
    case 'Import':
      return [['imports'], ['import']];
    case 'Phrases':
      return [['phrases']];
    case 'Sessions':
      return [['own-sessions'], ['access-tokens']];
    case 'Webhooks':
      return [['webhooks']];
    case 'Backups':
      return [
        ['setup', 'backups'],
        ['setup', 'privacy'],
      ];
  }
}

/** Whether an order's sheet shows a topic that is not an order: its customer, its car, the stock of its parts. */
export function sheetShows(sheet: Shown, { kind, id }: Topic): boolean {
  switch (kind) {
    case 'Customer':
      return !!sheet.header?.customer && (!id || sheet.header.customer.id === id);
    case 'Vehicle':
      return !!sheet.header?.vehicle && (!id || sheet.header.vehicle.id === id);
    case 'Stock':
      return sheet.jobs?.some((job) => job.lines?.some((line) => line.partId && (!id || line.partId === id))) ?? false;
    default:
      return false;
  }
}
