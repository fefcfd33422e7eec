import type { Schemas } from '../../lib/api';
import { SegmentedControl } from '../../ui/SegmentedControl';

type Channel = Schemas['AnswerChannel'];

const CHOICES: [Channel, string][] = [
  ['Phone', 'Phone'],
  ['InPerson', 'In person'],
  ['Message', 'Message'],
];

/** How an answer came that somebody at the counter writes down. */
export const HowSaid = ({ value, onChange }: { value: Channel; onChange: (value: Channel) => void }) => (
  <SegmentedControl label="How they answered" value={value} onChange={onChange} choices={CHOICES} />
);
