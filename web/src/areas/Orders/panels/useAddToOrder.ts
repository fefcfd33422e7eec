import { useState } from 'react';
import { useSay } from '../../../ui/Toasts';
import { focusLine } from '../sheet/grid';
import { useActions, wanted, type TakeRequest } from '../../../lib/order/useSheet';

/** Takes something from beside the sheet: tells what came, with undo, and goes there. */
export function useAddToOrder(onClose: () => void) {
  const { edits } = useActions();
  const say = useSay();
  const [busy, setBusy] = useState(false);
  const taking = async (request: Partial<TakeRequest> & { kind: string }, title: string, stay = false) => {
    setBusy(true);
    try {
      const taken = await edits.take(wanted(request), title);
      say.done(`${title} added.`, () => edits.history.undo());
      if (stay) return;
      onClose();
      // The drawer gives the focus back to where it was; after that it goes to what came.
      setTimeout(() => focusLine(taken.lineId, taken.column, taken.jobId), 260);
    } catch (error) {
      say.refused(error);
    } finally {
      setBusy(false);
    }
  };
  return { busy, taking };
}
