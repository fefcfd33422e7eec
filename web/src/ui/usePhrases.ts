import { useQuery, useQueryClient } from '@tanstack/react-query';
import { createElement, useCallback } from 'react';
import { api, unwrap, type Schemas } from '../lib/api';
import { useDebouncedValue } from '../lib/useDebouncedValue';
import type { Choice } from './Combo';
import { useSay } from './Toasts';

/** The shop's phrases and trouble codes that fit what is being typed. */
export function usePhrases(use: Schemas['PhraseUse'], text: string, enabled: boolean, onTake: (text: string) => void) {
  const settled = useDebouncedValue(text, 80);
  const client = useQueryClient();
  const say = useSay();
  const fitting = useQuery({
    queryKey: ['phrases', use, settled],
    queryFn: ({ signal }) => unwrap(api.GET('/api/phrases/fitting', { signal, params: { query: { use, text: settled } } })),
    enabled,
    staleTime: 30_000,
    placeholderData: (before) => before,
  });
  // Until the answer for this text is there, what was offered for an earlier one stays only where it still fits.
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const choices: Choice[] = (enabled ? (fitting.data ?? []) : [])
    .filter((choice) => words.every((word) => choice.text.toLowerCase().includes(word)))
    .map((choice) => ({
      key: choice.phraseId === null ? choice.text : `phrase${choice.phraseId}`,
      kind: choice.phraseId === null ? 'Code' : 'Phrase',
      content: createElement(
        'span',
        { className: 'row grow' },
        createElement('span', { className: 'grow' }, choice.text),
        createElement('span', { className: 'soft small nowrap' }, choice.detail),
      ),
      take: () => onTake(choice.text),
    }));
  const forget = useCallback(
    (choice: Choice) => {
      if (!choice.key.startsWith('phrase')) return;
      const path = { id: Number(choice.key.slice(6)) };
      const renew = () => client.invalidateQueries({ queryKey: ['phrases'] });
      const back = () => unwrap(api.POST('/api/phrases/{id}/restore', { params: { path } })).then(renew);
      unwrap(api.POST('/api/phrases/{id}/forget', { params: { path } })).then(() => {
        void renew();
        say.done('Removed from suggestions.', back);
      }, say.refused);
    },
    [client, say],
  );
  return { choices, forget };
}
