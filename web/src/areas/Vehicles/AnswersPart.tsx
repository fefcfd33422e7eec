import { useQuery } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../lib/api';
import { day, wallTime } from '../../lib/format';
import { useNow, useRefresh, useShop } from '../../lib/shop';
import { Field, Part } from '../../ui/Fields';
import { useSay } from '../../ui/Toasts';

type Answer = Schemas['VehicleAnswerView'];

/** What was answered about a vehicle when parts were looked up: corrected here, or removed so that it is asked again. */
export function AnswersPart({ vehicleId, disabled }: { vehicleId: number; disabled: boolean }) {
  const refresh = useRefresh();
  const say = useSay();
  const shop = useShop();
  const now = useNow();
  const answers = useQuery({
    queryKey: ['vehicle', vehicleId, 'answers'],
    queryFn: ({ signal }) => unwrap(api.GET('/api/vehicles/{id}/answers', { signal, params: { path: { id: vehicleId } } })),
  }).data;
  if (!answers || answers.length === 0) return null;
  const set = (answer: Answer, text: string) =>
    unwrap(
      api.POST('/api/vehicles/{id}/answers/{answerId}', {
        params: { path: { id: vehicleId, answerId: answer.id } },
        body: { answer: text },
      }),
    ).then(() => refresh(['vehicle', vehicleId], ['choices']));
  return (
    <Part title="Parts questions">
      <p className="soft small">Answered once while looking up parts. Correct an answer here, or remove it to be asked again.</p>
      {answers.map((answer) => (
        <div key={answer.id}>
          <Field label={answer.text} value={answer.answer} commit={(text) => set(answer, text)} disabled={disabled} />
          <div className="spread">
            <span className="soft small">
              {answer.by}
              {shop && `, ${day(wallTime(answer.at, shop.timeZone), now)}`}
            </span>
            {!disabled && (
              <button
                className="linkish small"
                onClick={() => void set(answer, '').then(() => say.done('Removed. It will be asked again.'), say.refused)}
              >
                Remove
              </button>
            )}
          </div>
        </div>
      ))}
    </Part>
  );
}
