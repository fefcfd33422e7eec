import type { Help } from '../help';

/** Help for parts, by route. */
export const PARTS: Record<string, Help> = {
  '/parts': {
    title: 'Parts',
    purpose: 'Approved work that waits for a part, and purchase orders on their way.',
    steps: [
      'Order what goes to the same supplier: price and stock are asked first, the change of cost and margin is shown.',
      'Follow each line: what will not come is replaced or removed from where it says so.',
      'Receive what comes: scan it or type how many, at the cost on the slip, and print its labels. Mark sublet work back.',
    ],
    slips: [
      'A part without a number cannot be ordered. Find its source on the repair order.',
      'Receiving at another cost changes profit, not the quoted price.',
      'What came beyond the order goes into stock: Something else came.',
    ],
  },
  '/parts/returns': {
    title: 'Returns and cores',
    purpose: 'What goes back to suppliers until it is credited, cores that are owed, and parts that nobody waits for any more.',
    steps: [
      'Write a return: find the part by number, order or words, and say why it goes back.',
      'Note the authorization, then that it was picked up. A supplier with a service gives both by itself.',
      'Note the credit, or why it was refused.',
    ],
    slips: [
      'A core is sent back like a part: choose core as the reason. After its due date nobody pays for it.',
      'A part from stock leaves stock when it is picked up, not before.',
      'What stands under What became of it is paid for: put it into stock or send it back.',
    ],
  },
  '/parts/bills': {
    title: 'Supplier bills',
    purpose: 'Bills of suppliers, held against what was received, and what came that nobody billed yet.',
    steps: [
      'Enter a bill, take one that a supplier sent, or read it from a UBL file, and tick what it bills.',
      'Type what is billed: more than came, or a price you do not accept, is disputed.',
      'Mark it paid.',
    ],
    slips: [
      'A price you accept changes what the part cost, never what the customer pays.',
      'The bill number is the supplier’s, not their order reference.',
      'What was paid in cash needs no bill.',
    ],
  },
  '/parts/stock/:id?': {
    title: 'Stock',
    purpose: 'What is on hand, reserved, available and on order, with bin, cost and value.',
    steps: [
      'Find a part, or show what is low.',
      'Open it to see for whom it is reserved and every movement.',
      'Correct what differs, with the reason.',
    ],
    slips: [
      'Reserved stock is on hand, but not available.',
      'A correction is a movement at average cost: it changes the value of your stock.',
      'Levels, bin and price are set in the Parts catalog.',
    ],
  },
  '/parts/reorder': {
    title: 'Reorder',
    purpose: 'Parts at or below their lowest level, in whole packs, by supplier.',
    steps: ['Look at the quantities.', 'Change the supplier where it is another this time.', 'Order.'],
    slips: [
      'Only parts with a fill level are watched.',
      'What is on order for a repair order does not fill the shelf.',
      'A part without a usual supplier stands with the first one.',
    ],
  },
  '/parts/counts': {
    title: 'Counts',
    purpose: 'Counts of stock, bin by bin.',
    steps: ['Choose a bin, or how several begin.', 'Count what lies there.', 'Look at the differences and post them.'],
    slips: [
      'A part can be in one open count only.',
      'Leave the field empty to count all parts that have no bin.',
      'A count that is set aside changes nothing.',
    ],
  },
  '/parts/counts/:id': {
    title: 'Count',
    purpose: 'Count without seeing what should be there, then post the differences.',
    steps: ['Type what you count. Enter goes to the next part.', 'Show the differences and count those again.', 'Post, with the reason.'],
    slips: [
      'Zero is a count; an empty field is not.',
      'What is sold while you count is taken into account.',
      'Posting needs the right to correct stock.',
    ],
  },
};
