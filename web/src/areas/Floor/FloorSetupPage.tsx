import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../lib/api';
import { useRefresh } from '../../lib/shop';
import { EditCell } from '../../ui/EditCell';
import { Failed, Loading } from '../../ui/Feedback';
import { Part } from '../../ui/Fields';
import { useKept } from '../../ui/useKept';
import { BaysPart } from './BaysPart';
import { StagesPart } from './StagesPart';
import '../../ui/records.css';
import styles from './FloorSetupPage.module.css';

/** Setup of the floor: stages, bays, and what technicians say of a job. */
export default function FloorSetupPage() {
  const refresh = useRefresh();
  const stages = useQuery({ queryKey: ['setup', 'stages'], queryFn: ({ signal }) => unwrap(api.GET('/api/stages', { signal })) });
  const bays = useQuery({ queryKey: ['setup', 'bays'], queryFn: ({ signal }) => unwrap(api.GET('/api/bays', { signal })) });
  const texts = useQuery({ queryKey: ['setup', 'texts'], queryFn: ({ signal }) => unwrap(api.GET('/api/setup/texts', { signal })) });
  const renew = () => refresh(['setup'], ['floor'], ['order']);
  const set = useKept((field, value) => unwrap(api.POST('/api/setup/texts', { body: { field, value } })), renew);
  const failed = [stages, bays, texts].find((query) => query.error && !query.data);
  if (failed) return <Failed error={failed.error} again={() => void failed.refetch()} />;
  if (!stages.data || !bays.data || !texts.data) return <Loading what="the floor's setup" />;
  return (
    <div className={styles.page}>
      <div className="record-main">
        <StagesPart setup={stages.data} renew={renew} />
      </div>
      <div className="record-side">
        <BaysPart bays={bays.data} renew={renew} />
        <Part title="Progress notes">
          <div className="own-text">
            <span className="soft">What a technician can say about a job on the Bench, one per line</span>
            <EditCell
              label="Progress notes"
              value={texts.data.progressNotes}
              commit={set('progressNotes', 'Progress notes', texts.data.progressNotes)}
              multiline
              placeholder="none"
            />
          </div>
        </Part>
      </div>
    </div>
  );
}
