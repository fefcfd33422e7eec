import { useRefresh } from '../../../lib/shop';
import type { Schemas } from '../../../lib/api';
import { useSay } from '../../../ui/Toasts';
import { useActions } from '../../../lib/order/useSheet';

/** What a catalog has to know of the car; asked once, the answer stays with the car. */
export function CarQuestions({ questions }: { questions: Schemas['CatalogQuestion'][] }) {
  const { orderId, edits } = useActions();
  const refresh = useRefresh();
  const say = useSay();
  const answer = (question: Schemas['CatalogQuestion'], text: string) =>
    void edits
      .answer(question.key, question.text, text)
      .then(() => refresh(['choices', orderId], ['side', orderId]))
      .catch(say.refused);
  return (
    <div className="questions">
      {questions.map((question) => (
        <div key={question.key} className="row" role="group" aria-label={question.text}>
          <span>{question.text}</span>
          {question.answers.map((text) => (
            // The list above closes on leaving the field: the answer has to be taken before.
            <button key={text} className="chip" onMouseDown={(event) => event.preventDefault()} onClick={() => answer(question, text)}>
              {text}
            </button>
          ))}
          <span className="soft small">Asked once and saved with the vehicle.</span>
        </div>
      ))}
    </div>
  );
}
