import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { api, unwrap, type Schemas } from '../../lib/api';

export type Calendar = Schemas['CalendarPageView'];
export type Item = Schemas['CalendarItem'];
export type Lane = Schemas['CalendarLane'];
export type Span = Schemas['CalendarSpan'];
export type DayView = Schemas['CalendarDay'];

/** The calendar of some days. */
export const calendarQuery = (from: string, days: number) =>
  queryOptions({
    queryKey: ['calendar', from, days],
    queryFn: ({ signal }) => unwrap(api.GET('/api/calendar', { signal, params: { query: { from, days } } })),
    placeholderData: keepPreviousData,
    refetchInterval: 60_000,
  });

/** An appointment, each field as typed. */
export const appointmentQuery = (id: number) =>
  queryOptions({
    queryKey: ['appointment', id],
    queryFn: ({ signal }) => unwrap(api.GET('/api/appointments/{id}', { signal, params: { path: { id } } })),
  });
