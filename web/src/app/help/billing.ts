import type { Help } from '../help';

/** Help for billing, by route. */
export const BILLING: Record<string, Help> = {
  '/measures/rows/:measure': {
    title: 'Rows of a figure',
    purpose: 'What a figure is made of; the sum of the rows is the figure.',
    steps: [
      'Change the period or narrow it; the figure and its rows follow.',
      'Open a row to look at its invoice, order, customer or part.',
      'Save the rows as CSV.',
    ],
    slips: [
      'A rate has two sums: what was earned, and the hours or orders it is set against.',
      'A credit memo stands here with minus, on its own day.',
      'What is as it stands now, such as unpaid balances, does not follow the period.',
    ],
  },
  '/measures/:page?': {
    title: 'Measures',
    purpose: 'What the shop is measured by, against its aims, the period before and a year ago.',
    steps: [
      'Type a period: this week, last month, q3, 2025, mar 3 to apr 2. Narrow it by writer, source, make, canned job or payer.',
      'Open a figure by its name to see the rows behind it; their sum is the figure.',
      'Set an aim at the right of a figure; of what adds up it is for a month.',
    ],
    slips: [
      'A credit memo counts on its own day, with minus, not on the day of its invoice.',
      'What the shop itself pays for is shown apart and is in no other figure of sales.',
      'A period under way is compared with as many days of the one before.',
    ],
  },
  '/billing': {
    title: 'Accounts',
    purpose: 'Who owes the shop, by days past due, and what is held for whom.',
    steps: [
      'Look at what is past due first: it stands on top.',
      'Open an account to pay several of its invoices at once.',
      'Send its statement, or a reminder of what is past due.',
    ],
    slips: [
      'Deposits stand beside what is owed: they are offered on the invoice, never taken by themselves.',
      'Days count from the due date, not from the day of the invoice.',
      "Terms and limit are set on the customer's page; interest on what is overdue in Setup, Shop.",
    ],
  },
  '/billing/accounts/:id': {
    title: 'Account',
    purpose: 'Open invoices of one account, payments over several of them, deposits and the statement.',
    steps: [
      'Check the invoices that a payment is for, or none to pay the oldest due first.',
      'Choose a month, look at its statement, print it or email it.',
      'Remind of what is past due: first, second, last.',
    ],
    slips: [
      'More than is owed stays as a deposit of the customer.',
      'A card pays one invoice: open it.',
      'The statement goes to the first email address of the customer.',
    ],
  },
  '/billing/invoices': {
    title: 'Invoices',
    purpose: 'Invoices and credit memos, found again by number, day, amount, state, payer and name.',
    steps: [
      'Narrow the list: each field takes more of it away.',
      'Open an invoice to print it, pay it or credit it.',
      'Save what is found as CSV.',
    ],
    slips: [
      'The name is that of the payer, who may not be the owner of the vehicle.',
      "A former program's orders stand on the page of their customer and vehicle.",
      'What is owed counts credits, payments and write-offs.',
    ],
  },
  '/billing/drawer': {
    title: 'Cash drawer',
    purpose: 'What should be in the drawer, what is in it, and what goes to the bank.',
    steps: [
      'Count and open it in the morning.',
      'Count it in the evening and say what goes to the bank.',
      'Close it: over and short is booked with the count.',
    ],
    slips: [
      'Look at the cash since the last count before you book a difference.',
      'Change that was brought from the bank belongs to the count.',
      'Parts that were bought in cash come out of the drawer as well.',
    ],
  },
  '/billing/balance': {
    title: 'Trial balance',
    purpose: 'Balances of all accounts through a day. The journal and the documents are added up by themselves and have to agree.',
    steps: [
      'Open an account to see its entries.',
      "Rename accounts to your bookkeeper's numbers; save the list as CSV.",
      'Note what arrived at the bank; lock the days that are done.',
    ],
    slips: [
      'A locked day takes no entry any more.',
      'Only days that are over can be locked.',
      'Renaming an account changes how it reads everywhere, not what was booked.',
    ],
  },
  '/billing/journal': {
    title: 'Journal',
    purpose: 'Every invoice, payment, receipt, bill and count as the books keep it. Nothing in it changes.',
    steps: ['Choose the days.', 'Open the invoice behind an entry.', 'Save it as CSV for the bookkeeper.'],
    slips: [
      'What was wrong is not changed but reversed: credit the invoice, give the payment back.',
      'An entry stands on the day it was recorded, whatever date a bill or check has.',
      "The shop's own work stands under warranty and goodwill, not under what is owed.",
    ],
  },
  '/billing/held': {
    title: 'Taxes and fees held',
    purpose: 'Taxes by authority and fees held for others: charged in a period, and still held.',
    steps: [
      'Choose the period that you report.',
      'Compare taxable and charged; exempt is what certificates freed.',
      'Remit what is held and note the confirmation.',
    ],
    slips: [
      'Still held counts everything until the last day, not this period alone.',
      'Credit memos count with minus on their own day.',
      'Remitting notes the payment; it does not make it.',
    ],
  },
};
