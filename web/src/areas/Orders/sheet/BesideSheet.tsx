import type { UseQueryResult } from '@tanstack/react-query';
import type { Schemas } from '../../../lib/api';
import { SendPanel } from '../../Approval/SendPanel';
import { MessagesPanel } from '../../Messaging/MessagesPanel';
import { CannedPanel } from '../panels/CannedPanel';
import { EarlierPanel } from '../panels/EarlierPanel';
import { FactsPanel } from '../panels/FactsPanel';
import { GuidePanel } from '../panels/GuidePanel';
import { KnownPanel } from '../panels/KnownPanel';
import { JobPanel } from '../panels/JobPanel';
import { LinePanel } from '../panels/LinePanel';
import { ServicesPanel } from '../panels/ServicesPanel';
import { SourcePanel } from '../panels/SourcePanel';
import RecordDrawer from './RecordDrawer';
import { useActions, type Beside } from '../../../lib/order/useSheet';

interface Props {
  beside: Beside;
  facts: UseQueryResult<Schemas['VehicleSpecsAnswer']>;
  onClose: () => void;
}

/** What is open beside the sheet. */
export default function BesideSheet({ beside, facts, onClose }: Props) {
  const { orderId } = useActions();
  switch (beside.kind) {
    case 'facts':
      return <FactsPanel facts={facts} onClose={onClose} />;
    case 'guide':
      return <GuidePanel jobId={beside.jobId} onClose={onClose} />;
    case 'canned':
      return <CannedPanel onClose={onClose} />;
    case 'earlier':
      return <EarlierPanel onClose={onClose} />;
    case 'known':
      return <KnownPanel onClose={onClose} />;
    case 'services':
      return <ServicesPanel onClose={onClose} />;
    case 'source':
      return <SourcePanel lineIds={beside.lineIds} find={beside.find} onClose={onClose} />;
    case 'line':
      return <LinePanel lineId={beside.lineId} onClose={onClose} />;
    case 'send':
      return <SendPanel orderId={orderId} onClose={onClose} />;
    case 'messages':
      return <MessagesPanel target={{ orderId }} title="Messages" use={beside.use} onClose={onClose} />;
    case 'record':
      return <RecordDrawer id={orderId} onClose={onClose} />;
    case 'details':
      return beside.jobId === undefined ? null : <JobPanel jobId={beside.jobId} onClose={onClose} />;
  }
}
