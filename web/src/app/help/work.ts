import type { Help } from '../help';

/** Help for the floor, the bench, the write-up and orders, by route. */
export const WORK: Record<string, Help> = {
  '/': {
    title: 'Floor',
    purpose: 'Every vehicle in the shop: who works on it, what it waits for, and whether its promised time holds.',
    steps: [
      'Look for red plates first: they are late or at risk. L looks for a better plan.',
      'Drag a job to a technician and an hour, or take it with the arrow keys and Shift.',
      'Move a vehicle to its next stage with ] when its state changes; hand it to someone with H, check it with Q.',
    ],
    slips: [
      'A job without approval is planned as if it were: it says "if approved".',
      'A vehicle that is done but not invoiced stays here; close it on its order.',
      'Parts that are not ordered hold a vehicle up silently: see Parts.',
    ],
  },
  '/calendar': {
    title: 'Calendar',
    purpose: 'Who does what where, today and in the weeks to come: appointments, scheduled jobs, and how full the days are.',
    steps: [
      'Draw a span, or press C, for an appointment; the customer is typed first, everything is saved as it is typed.',
      'Drag blocks, or move the selected one with Shift and the arrow keys; Shift with Page Up and Page Down changes the day.',
      'When the vehicle comes, choose Vehicle is here: its repair order has everything on it. L lays a better plan over the calendar.',
    ],
    slips: [
      'A warning forbids nothing: two at a time, a missing skill or a broken promise are said, and you decide.',
      'A dashed block is not certain: asked but not confirmed, or not approved.',
      'A job that has to stay where it is is fixed with F; no plan moves it then.',
    ],
  },
  '/wash': {
    title: 'Wash and after-work',
    purpose: 'What is done to vehicles once the repair is finished: washing, and whatever else was asked for.',
    steps: [
      'Take the keys of the first vehicle in the list and tap I have the keys.',
      'Tap Done when it is washed.',
      'Tap Keys are back once they hang on the board.',
    ],
    slips: [
      'A vehicle whose work is not finished stands below and can’t be started yet.',
      'A wash is asked for at check-in, or on the repair order under Details.',
      'Until the keys are back the counter reads that they are out.',
    ],
  },
  '/times': {
    title: 'Times',
    purpose: 'A person’s week on the clock: clocked in, on jobs, and the hours that were sold of what they finished.',
    steps: [
      'Choose the person and the week.',
      'Correct a time that was forgotten, with the reason; what it was stays on record.',
      'Print the week or save it as CSV for payroll.',
    ],
    slips: [
      'Without the right to correct times one sees one’s own week only.',
      'Two times of one person can’t overlap: correct the other one first.',
      'A break ends one time and begins another; it is not paid by itself.',
    ],
  },
  '/bench/cars/:id': {
    title: 'Vehicle on the Bench',
    purpose: 'What a technician needs at the vehicle: notes, parts to ask for, readings, specs and earlier work, without amounts.',
    steps: [
      'Send the counter a note, with a photo where it says more.',
      'Ask for a part: the parts desk reads it at once, and its answer is shown here.',
      'Enter the odometer; search the specs for a torque, a fluid or a procedure.',
    ],
    slips: [
      'A plate or VIN other than the one on file changes nothing: the counter is told and decides.',
      'A part that is not approved yet is asked for, not ordered.',
      'What the customer should read belongs in a finding, not in a note.',
    ],
  },
  '/bench/inspections/:id': {
    title: 'Inspection',
    purpose: 'A vehicle looked over point by point; what is found goes to the service writer at once.',
    steps: [
      'Rate a point with one tap, or measure it: the rating follows from its limits.',
      'All good rates what is left of a group, but never a point that is measured.',
      'Open a point for a note, photos, and how far the part will still do. Finish when nothing is open.',
    ],
    slips: [
      'A point that can’t be looked at is skipped with a reason, not left open.',
      'Without a connection go on: entries wait on this device and go out by themselves.',
      'A finished inspection finishes the job that it came with.',
    ],
  },
  '/worklist': {
    title: 'Worklist',
    purpose: 'Whose move it is: inspections and estimates that wait for someone, the oldest first.',
    steps: [
      'Read finished inspections and add what was found to the order.',
      'Price, ask, ask again: each line opens where the next step is done.',
      'File inspections without findings all at once; choose another person in a line to hand it over.',
    ],
    slips: [
      'An estimate that was only printed counts as not asked.',
      'What is approved and not begun waits for a technician on the Floor.',
      'A line goes away by itself once the next step is done.',
    ],
  },
  '/bench': {
    title: 'Bench',
    purpose: 'What a technician does today: jobs in order, the concern, parts, the time clock.',
    steps: [
      'Clock in for the day, then start the first job.',
      'Report what you find as you see it, with a photo.',
      'Finish the job; the next one is on top.',
    ],
    slips: [
      'Starting a job stops the one before: time is never counted twice.',
      'A job over its approved limit does not start; ask the service writer.',
      'Findings stay inside until the service writer releases them.',
    ],
  },
  '/write-up': {
    title: 'Write up',
    purpose: 'A customer comes or calls: who, which vehicle, what it needs, when it is ready.',
    steps: [
      'Type a phone number, name, or plate, and press Enter on the one that is meant.',
      'Choose the vehicle, type the odometer, type the concern.',
      'Look at the alerts, add the work requested, press Ctrl Enter. An unfinished write-up waits on this computer.',
    ],
    slips: [
      'Adding a customer who is already on file. Look at the matches first.',
      'The odometer is the reading now, not that of the last visit.',
      'Skipping alerts: recalls, declined work and services due are lost sales when no one brings them up.',
    ],
  },
  '/orders': {
    title: 'Orders',
    purpose: 'Every repair order, open, closed, ended, or void.',
    steps: ['Type a number, name, plate, or work.', 'Choose the status.', 'Press Enter on a row to open it.'],
    slips: [
      'Orders of the previous software are on the customer and the vehicle.',
      'Estimates that wait for the customer are under Waiting for approval.',
      'An order that ended without an invoice is not gone: choose Ended.',
    ],
  },
  '/orders/:id': {
    title: 'Repair order',
    purpose: 'The estimate and everything that becomes of it, down to the invoice.',
    steps: [
      'Check the alerts (V), then type the work into New job: canned jobs, labor guide, parts and fees are found.',
      'Send the estimate, or talk it through on the phone, and record the answer.',
      'When the work is finished, close: anything missing is listed with a way to fix it.',
    ],
    slips: [
      'A quoted price is held; a newer cost does not change it automatically.',
      'Work that grows past the approved limit needs a new answer before it goes on.',
      'An incomplete line cannot be ordered: press U to go through them.',
    ],
  },
  '/orders/:id/talk-through': {
    title: 'Talk-through',
    purpose: 'The phone call with the customer: one job at a time, with what it adds to the total.',
    steps: [
      'Read the finding, say what the job adds, ask.',
      'Press the number of a job to take it out or in again; the total follows.',
      'Choose an answer for each job, who answered and how, and record it.',
    ],
    slips: [
      'A safety item that is declined asks for the customer to know about it.',
      'Later keeps the work for its time; no ends it.',
      'The promised time may change with what is approved.',
    ],
  },
};
