import type { Help } from '../help';

/** Help for Setup, by route. */
export const SETUP: Record<string, Help> = {
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
  '/setup/booking': {
    title: 'Booking',
    purpose: 'The page on which customers book times by themselves: what, how much of the day, and how they get there.',
    steps: [
      'Add the services that you want booked, from canned jobs or with a title of their own.',
      'Say how much of a day’s hours the page may take, and how much notice you need.',
      'Switch it on, and put the link, the code or the line of HTML where customers see it.',
    ],
    slips: [
      'A service that needs a skill is offered only while somebody with it is free.',
      'Without technicians’ hours under People nothing is free.',
      'Only the website that you enter can show the page in a frame.',
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
  '/about': {
    title: 'About Yardstick',
    purpose: 'Which version this is, and the licenses of what it is made with.',
    steps: ['Read the version.', 'Find a package by its name.', 'Its license stands beside it.'],
    slips: [
      'A version is told when you ask for help: say this one.',
      'After an upgrade, reload open pages.',
      'The archive holds the same list as LICENSES.json.',
    ],
  },
  '/setup/upkeep': {
    title: 'Setup: Backups',
    purpose: 'Keeps a copy of everything, proves that it is good, and puts one back when it is needed.',
    steps: [
      'Enter a time and a folder on another disk.',
      'Look at the last good one now and then.',
      'Choose Restore beside the backup that you want back.',
    ],
    slips: [
      'A backup on the same disk goes with it: use the second folder, too.',
      'A forgotten passphrase: nobody can open a sealed backup without it.',
      'Restoring to undo one mistake: all that was entered since goes. Undo the one thing instead.',
    ],
  },
  '/setup/upkeep/runs': {
    title: 'How Yardstick runs',
    purpose: 'What an owner, or whoever looks after the server, wants to know of the program itself.',
    steps: [
      'Look whether the disk has room.',
      'Look whether an outside service is not answering.',
      'Find an error by the letters that a screen showed.',
    ],
    slips: [
      'Times are counted from the last start.',
      'A service that fails now may be tried again by itself; what waits goes out later.',
      'The full log lies in the folder logs beside the data.',
    ],
  },
  '/setup/upkeep/privacy': {
    title: 'Privacy',
    purpose: 'How long things are kept, and the record of customers who asked to be forgotten.',
    steps: [
      'Enter how many years invoices have to be kept where you are.',
      'Enter after how many months messages and handled requests go, or leave them empty.',
      'To hand out or erase what is kept about one customer, open the customer and choose Privacy.',
    ],
    slips: [
      'Years of invoices count from the end of the year, not from the day.',
      'Backups keep an erased customer until they are thinned out.',
      'Do not write names into how it was asked: the record is there for years.',
    ],
  },
  '/setup/programs': {
    title: 'Setup: Other programs',
    purpose: 'Lets other programs read and change what you may, and tells them when something happens.',
    steps: [
      'Make a token for one program, with the few rights that it needs.',
      'Copy it into that program; it is shown only once.',
      'Add a webhook where a program should hear at once, and send a test.',
    ],
    slips: [
      'One token for everything: make one for each program, so that one can be withdrawn.',
      'A token in an email or a chat: whoever has it acts as you.',
      'A webhook that fails for three days is turned off, and hears nothing of what happens until you turn it on.',
    ],
  },
  '/api-docs': {
    title: 'The API',
    purpose: 'Every address that another program can call, what it asks for and what it answers.',
    steps: ['Read how it works.', 'Find an address by a word.', 'Open it to see what is sent and what comes back.'],
    slips: [
      'A change without its own X-Command-Id is refused.',
      'Repeating a change under a new id does it twice.',
      'Wall times are those of the shop; moments are UTC.',
    ],
  },
};
