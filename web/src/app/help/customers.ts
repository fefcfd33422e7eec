import type { Help } from '../help';

/** Help for customers, their messages and invoices, by route. */
export const CUSTOMERS: Record<string, Help> = {
  '/follow-up': {
    title: 'Follow-up',
    purpose: 'Everything to get in touch about: deferred, declined and advised work, reminders, estimates, missed appointments, thanks.',
    steps: [
      'Go down the list with the arrow keys. Answers come first, then what has been due the longest.',
      'Write with W, log a call with L, make an appointment with A, put off with O, close for good with X.',
      'Choose several with Space and write to all at once: each message is looked at before it goes out.',
    ],
    slips: [
      'Nobody is asked twice in a row: whoever was asked is left alone until they answer, book or come, or the days set in Setup are over.',
      'Declined work is asked about some time later, not at once; the days are set in Setup, Shop.',
      'Closing stops the asking only; the work is still shown when the vehicle is written up.',
    ],
  },
  '/follow-up/requests': {
    title: 'Requests',
    purpose:
      'What comes in by itself: times booked and questions asked on your page, vehicles whose owners let them report, and their trouble codes.',
    steps: [
      'Take the oldest first; “I take it” tells the others that you have it.',
      'Confirm a booking, text back, or make an appointment or at once a repair order of it; what came in stands on it.',
      'Set aside what comes to nothing, with the reason.',
    ],
    slips: [
      'A booking that is set aside frees its time in the calendar.',
      'A plate that belongs to somebody else is said and not taken: anybody can type one.',
      'A vehicle sends the same code again and again; it stays one request.',
    ],
  },
  '/follow-up/results': {
    title: 'What came of it',
    purpose: 'Who answered, booked or came after being asked, and what was sold.',
    steps: ['Choose the time.', 'Open the order that came of it.', 'Save the list as CSV.'],
    slips: [
      'Only work that was asked about and invoiced since counts as sold, before tax.',
      'What somebody does half a year later is not counted.',
      'A call that nobody answered is not counted as asking.',
    ],
  },
  '/customers': {
    title: 'Customers',
    purpose: 'People and businesses with their vehicles.',
    steps: ['Type a name, phone, plate, or VIN.', 'Press Enter to open.', 'New customers begin at Write up.'],
    slips: [
      'Two records for one person: merge them on the record; it can be undone.',
      'A business has contacts; the driver is one of them.',
      'Opted out means no texts: call instead.',
    ],
  },
  '/customers/:id': {
    title: 'Customer',
    purpose: 'Who it is, how to reach them, what they drive, and everything that was done.',
    steps: ['Fields are saved as you leave them.', 'Open a vehicle or an order from the list.', 'Press U to write them up.'],
    slips: [
      'The alert is read by everybody who opens a repair order; keep it short.',
      'Tax exemption needs a reason and a last day.',
      'A discount here counts for new orders and for those that are open.',
    ],
  },
  '/vehicles/:id': {
    title: 'Vehicle',
    purpose: 'What it is, who owns it, what was done, what comes next.',
    steps: ['Check VIN and plate.', 'Look at open and deferred work.', 'Add what comes again as reminders.'],
    slips: [
      'A sold vehicle is transferred to its new owner, not entered twice.',
      'A lower odometer than before is asked about: it may be a typing slip.',
      'Specs come from the VIN; without one they are for similar vehicles.',
    ],
  },
  '/formerOrders/:id': {
    title: 'Imported order',
    purpose: 'An order of the previous software, as it was.',
    steps: ['Read what was done.', 'Copy a job onto an order of today.', 'Go back to the vehicle for the rest.'],
    slips: ['It can not be changed.', 'Its prices are those of then.', 'It counts in no figure of Yardstick.'],
  },
  '/updates': {
    title: 'Updates',
    purpose: 'What happened without you: answers to estimates, questions, texts, messages that were not delivered.',
    steps: [
      'Read the newest first.',
      'Open its repair order, or answer the sender.',
      'Mark it as read; everyone at the counter shares this list.',
    ],
    slips: [
      'A question is not answered by reading it: write back from the repair order.',
      'Someone else may have read it already; their name is in the last column.',
      'The status is where the repair order stands now, not when the update came.',
    ],
  },
  '/unknown-senders': {
    title: 'Unknown senders',
    purpose: 'Messages of people who are on no file.',
    steps: ['Read it in full.', 'Answer, or put it to a customer.', 'From then on what comes from there is theirs.'],
    slips: [
      'A wrong customer gets every later message too; look twice.',
      'A number that only sends advertising needs no answer.',
      'An answer here is kept with the message.',
    ],
  },
  '/invoices/:id': {
    title: 'Invoice',
    purpose: 'What was posted, what was paid, and what is due.',
    steps: ['Take the payment.', 'Print it or send it.', 'Hand over the keys.'],
    slips: [
      'A posted invoice is never changed; it is reversed.',
      'A card charge without an answer is looked up, never made twice.',
      'Change is shown when more cash is typed than is due.',
    ],
  },
};
