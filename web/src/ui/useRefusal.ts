import { useState } from 'react';
import { Problem, sentence } from '../lib/api';

/**
 * What a form was refused for: beside the field that it is about, or once for the whole form.
 * @param fields Fields that show their own refusal.
 */
export function useRefusal(...fields: string[]) {
  const [refusal, setRefusal] = useState<{ field?: string; text: string } | null>(null);
  return {
    /** The refusal of a field. */
    of: (field: string) => (refusal?.field === field ? refusal.text : undefined),
    /** A refusal that is about none of the fields. */
    rest: refusal && !fields.includes(refusal.field ?? '') ? refusal.text : undefined,
    /** Sends the form; what was refused before is forgotten once it is kept. */
    attempt: async (send: () => Promise<unknown>) => {
      try {
        await send();
        setRefusal(null);
      } catch (error) {
        setRefusal(error instanceof Problem ? { field: error.field, text: error.message } : { text: sentence(error) });
      }
    },
  };
}
