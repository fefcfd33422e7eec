import { matchPath } from 'react-router';

/** What a page is for, in what order it is used, and where people slip most. */
export interface Help {
  title: string;
  purpose: string;
  steps: string[];
  slips: string[];
}

/** Help by route; a test finds routes without one. */
export const HELP: Record<string, Help> = {
  '/': {
    title: 'Floor',
    purpose: 'Every vehicle in the shop: who works on it, what it waits for, and whether its promised time holds.',
    steps: [
      'Look for red plates first: they are late or at risk.',
      'Drag a job to a technician and an hour, or take it with the arrow keys and Shift.',
      'Move a vehicle to its next stage with ] when its state changes.',
    ],
    slips: [
      'A job without approval is planned as if it were: it says "if approved".',
      'A vehicle that is done but not invoiced stays here; close it on its order.',
      'Parts that are not ordered hold a vehicle up silently: see Parts.',
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
      'File inspections without findings all at once.',
    ],
    slips: [
      'An estimate that was only printed counts as not asked.',
      'What is approved and not begun waits for a technician on the Floor.',
      'A line goes away by itself once the next step is done.',
    ],
  },
  '/setup/inspections/:id?': {
    title: 'Inspections',
    purpose: 'What technicians look at: points by part of the vehicle, limits, and the work that a point asks for.',
    steps: [
      'Begin with a list, or copy one, and change what your shop does otherwise.',
      'Give measured points their limits, and each point the canned job that it asks for.',
      'Say which canned jobs bring it along, or that every vehicle gets it on arrival.',
    ],
    slips: [
      'Less is worse unless you say that more is: tread falls, water in brake fluid rises.',
      'An inspection that was begun keeps its points.',
      'Count for each adds up: four worn tires ask for one job of four.',
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
  '/setup/start': {
    title: 'Getting started',
    purpose: 'What a new shop needs, in order.',
    steps: ['Take the marked step.', 'Leave out what you do not need now.', 'The list goes when nothing is left.'],
    slips: [
      'Taxes are yours to know: ask whoever does your books.',
      'A step that is left out is found again in Setup.',
      'Import customers before vehicles, vehicles before orders.',
    ],
  },
  '/setup/shop': {
    title: 'Setup: Shop',
    purpose: 'What prints on every document, when the shop is open, and how it counts.',
    steps: ['Type into a field; it is saved when you leave it.', 'Type hours as you say them.', 'Add the holidays of the year.'],
    slips: [
      'Currency and unit stay once there are orders.',
      'The time zone moves every promised time: set it first.',
      'A closed day does not cancel what is planned on it; look at the plan.',
    ],
  },
  '/setup/people': {
    title: 'Setup: People',
    purpose: 'Who works here and what they may do.',
    steps: ['Add name and role.', 'Send them the link that is made.', 'Set hours and days away.'],
    slips: [
      'A link works once; make another when it was lost.',
      'Sharing a sign-in: every answer carries the name of whoever is signed in.',
      'Renaming someone who left into their replacement. Deactivate them instead.',
    ],
  },
  '/setup/people/:id': {
    title: 'Setup: a person',
    purpose: 'What they are, how they sign in, when they work, what they may.',
    steps: ['Check role and sign-in name.', 'Make the link and send it.', 'Tick or untick single rights where the role does not fit.'],
    slips: [
      'Another role signs the person out once.',
      'A right that was given stays when the role changes.',
      'Hours like the shop’s follow the shop; others do not.',
    ],
  },
  '/setup/floor': {
    title: 'Floor setup',
    purpose: 'The stages a vehicle goes through in your shop, your bays, and what technicians say about a job.',
    steps: [
      'Rename the stages to what your people call them, and put them in your order with the arrows.',
      'Add a stage of your own and choose what it means.',
      'Retire what you do not use; add your bays with their equipment.',
    ],
    slips: [
      'Two stages with the same meaning: vehicles move automatically to the upper one.',
      'A retired stage stays on the Floor until the last vehicle is moved out of it.',
      'A stage hidden from a role is hidden with its vehicles, under Floor by stage only.',
    ],
  },
  '/setup/suppliers/:id?': {
    title: 'Setup: Suppliers',
    purpose: 'Who sells you parts and how orders reach them.',
    steps: ['Add the name.', 'Type phone, contact, and your account.', 'With a service: type its name, then choose electronically.'],
    slips: [
      'A supplier without a service is called; the order waits for what they said.',
      'Retire a supplier whom you no longer use; their orders stay.',
      'Delivery times are read by people, not by the program.',
    ],
  },
  '/setup/parts/:id?': {
    title: 'Setup: Parts catalog',
    purpose: 'Parts that you stock or sell often.',
    steps: ['Look whether it is there already.', 'Add description and number.', 'Type category and cost: they make the price.'],
    slips: [
      'The category chooses the markup table; a wrong one misprices every sale.',
      'Cost of stock is what was paid; it changes by receiving, not here.',
      'Retire a part that is no longer made; lines keep it.',
    ],
  },
  '/setup/pricing': {
    title: 'Setup: Pricing rules',
    purpose: 'How labor, parts, fees, supplies, and taxes are priced.',
    steps: [
      'Change anything: a draft begins.',
      'Compare it with the last 90 days.',
      'Publish it; repair orders keep the version that priced them.',
    ],
    slips: [
      'A draft prices nothing until it is published.',
      'A markup row that falls below the one before is held level; the curve shows it.',
      'Open orders keep their prices until someone reprices them.',
    ],
  },
  '/setup/canned-jobs': {
    title: 'Setup: Canned jobs',
    purpose: 'Work that you sell often, ready with hours, parts, and words.',
    steps: ['Add a starting set or make your own.', 'Put jobs that go together into a set.', 'Load your own labor guide if you have one.'],
    slips: [
      'Orders keep the version from which they were made.',
      'A fixed price hides what its lines cost: look at the margin.',
      'A part in words has to be sourced on every order.',
    ],
  },
  '/setup/canned-jobs/:id': {
    title: 'Setup: a canned job',
    purpose: 'Its lines, price, count, and customer description.',
    steps: ['Title and system.', 'Lines with hours, parts, fees.', 'Save; the next order takes it.'],
    slips: [
      'A count (tires, axles) multiplies only the lines that go by it.',
      'Optional add-ons are offered, not charged.',
      'Quantities by the vehicle’s specs need the VIN.',
    ],
  },
  '/setup/messages': {
    title: 'Setup: Messages',
    purpose: 'How customers are written to.',
    steps: ['Choose a template and try it on a real order.', 'Set quiet hours.', 'Type the address at which customers reach their pages.'],
    slips: [
      'Without an address links work only inside the shop.',
      'A field with a typing slip is named before it can be saved.',
      'Texts in quiet hours wait until morning.',
    ],
  },
  '/setup/fees': {
    title: 'Setup: Fees',
    purpose: 'Fees by name, and parts that are offered before anything is typed.',
    steps: ['Code, customer description, amount.', 'Tick what is pass-through.', 'Choose common parts by number.'],
    slips: [
      'What is collected for an agency is passed through: no profit, mostly no tax.',
      'A fee that comes with every part belongs into the pricing rules.',
      'Retire a fee; orders keep it.',
    ],
  },
  '/setup/own': {
    title: 'Setup: Labels and texts',
    purpose: 'Labels and fields of your own, terms on documents, phrases.',
    steps: ['Add a label or field and where it is used.', 'Type terms and what is signed at check-in.', 'Remove phrases that no one uses.'],
    slips: [
      'Retire a field that is in use; its values stay.',
      'Have the terms read by whoever answers for them.',
      'Phrases are added automatically as people type.',
    ],
  },
  '/setup/computers': {
    title: 'Setup: Computers',
    purpose: 'Shared computers on which people switch by PIN.',
    steps: ['Open this page on the shared computer.', 'Give it a name.', 'Everybody signs in there once with the password.'],
    slips: [
      'Withdraw a computer that was lost at once.',
      'A PIN works only where the password was typed within 30 days.',
      'After five wrong PINs only the password helps.',
    ],
  },
  '/setup/files': {
    title: 'Setup: Import and export',
    purpose: 'Customers, vehicles, and orders of the previous software; files to take with you.',
    steps: ['Choose a CSV file.', 'Look at the columns and the rows that do not fit.', 'Import; it can be undone.'],
    slips: [
      'Customers first, then vehicles, then orders.',
      'Rows that were left out are saved as a file to be mended.',
      'Undo leaves what was used since.',
    ],
  },
  '/setup/files/:id': {
    title: 'Setup: an import',
    purpose: 'One file: which column is what, what it makes, what is left out.',
    steps: ['Match the columns.', 'Read the rows with a reason.', 'Import.'],
    slips: [
      'Two columns for one field: one is ignored.',
      'Dates as 3/4 are month first.',
      'What is on file already is filled, not doubled.',
    ],
  },
};

/** Help for a place; null where nothing stands. */
export function helpFor(pathname: string): Help | null {
  const exact = Object.keys(HELP).find((route) => matchPath(route, pathname));
  return exact ? HELP[exact]! : pathname === '/floor' ? HELP['/']! : null;
}
