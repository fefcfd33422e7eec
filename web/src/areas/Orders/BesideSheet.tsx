import type { UseQueryResult } from '@tanstack/react-query';
import type { Schemas } from '../../lib/api';
import { SendSide } from '../Approval/SendSide';
import { MessagesSide } from '../FollowUp/MessagesSide';
import { CannedSide } from './beside/CannedSide';
import { EarlierSide } from './beside/EarlierSide';
import { FactsSide } from './beside/FactsSide';
import { GuideSide } from './beside/GuideSide';
import { JobSide } from './beside/JobSide';
import { LineSide } from './beside/LineSide';
import { ServicesSide } from './beside/ServicesSide';
import { SourceSide } from './beside/SourceSide';
import RecordDrawer from './RecordDrawer';
import { useActions, type Beside } from './useSheet';

interface Props {
  beside: Beside;
  facts: UseQueryResult<Schemas['CarFactsViewFactsAnswer']>;
  onClose: () => void;
}

/** What is open beside the sheet. */
export default function BesideSheet({ beside, facts, onClose }: Props) {
  const { orderId } = useActions();
  switch (beside.kind) {
    case 'facts':
      return <FactsSide facts={facts} onClose={onClose} />;
    case 'guide':
      return <GuideSide jobId={beside.jobId} onClose={onClose} />;
    case 'canned':
      return <CannedSide onClose={onClose} />;
    case 'earlier':
      return <EarlierSide onClose={onClose} />;
    case 'services':
      return <ServicesSide onClose={onClose} />;
    case 'source':
      return <SourceSide lineIds={beside.lineIds} onClose={onClose} />;
    case 'line':
      return <LineSide lineId={beside.lineId} onClose={onClose} />;
    case 'send':
      return <SendSide orderId={orderId} onClose={onClose} />;
    case 'messages':
      return <MessagesSide target={{ orderId }} title="Messages" onClose={onClose} />;
    case 'record':
      return <RecordDrawer id={orderId} onClose={onClose} />;
    case 'details':
      return beside.jobId === undefined ? null : <JobSide jobId={beside.jobId} onClose={onClose} />;
  }
}
