import { useRef, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import type { Schemas } from '../lib/api';
import { clock, minutesOfDay } from '../lib/format';
import { useNow, useShop } from '../lib/shop';
import { useWidth } from './useWidth';
import styles from './DayTimeline.module.css';
import { vars } from '../lib/vars';

type Card = Schemas['FloorCard'];

/** Where a minute of the day lies on the rule, in percent. The floor by person uses the same axis. */
export function position(minutes: number, opens: number, closes: number): number {
  const from = opens - 20;
  const to = closes + 20;
  return Math.max(0, Math.min(100, ((minutes - from) / (to - from)) * 100));
}

export function ofTime(time: string): number {
  return Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));
}

/** The minute of the day that lies at a share of the rule. */
export function minuteAt(share: number, opens: number, closes: number): number {
  const from = opens - 20;
  return from + share * (closes + 20 - from);
}

interface Spot {
  at: number;
  cards: Card[];
}

/** Plates that would touch stack to one mark that opens. */
function spots(cards: Card[], at: (card: Card) => number, width: number): Spot[] {
  const found: Spot[] = [];
  const room = (96 / Math.max(width, 1)) * 100;
  for (const card of cards) {
    const place = at(card);
    const last = found.at(-1);
    if (last && place - last.at < room) last.cards.push(card);
    else found.push({ at: place, cards: [card] });
  }
  return found;
}

const toneOf = (card: Card) => (card.promiseState === 'Late' || card.promiseState === 'CannotBeKept' ? 'stop' : undefined);

/** The day from opening to closing, the time now, and the plate of every car promised today at its hour. */
export function DayTimeline({ cards, current }: { cards: Card[]; current?: number }) {
  const shop = useShop();
  const now = useNow();
  const ref = useRef<HTMLDivElement>(null);
  const width = useWidth(ref);
  if (!shop) return <div className="dayrule" />;
  const [opens, closes] = [ofTime(shop.opens), ofTime(shop.closes)];
  const here = (minutes: number) => position(minutes, opens, closes);
  const ticks: ReactNode[] = [];
  for (let minute = Math.ceil((opens - 20) / 15) * 15; minute <= closes + 20; minute += 15) {
    const hour = minute % 60 === 0;
    ticks.push(<div key={minute} className={`tick ${hour ? 'hour' : ''}`} style={vars({ '--at': `${here(minute)}%` })} />);
    if (hour && minute / 60 <= 23)
      ticks.push(
        <div key={`h${minute}`} className="hour-label" style={vars({ '--at': `${here(minute)}%` })}>
          {(minute / 60) % 12 === 0 ? 12 : (minute / 60) % 12}
        </div>,
      );
  }
  const promised = cards.filter((card) => card.promisedAt && card.promiseState !== 'Kept' && card.stage !== 'Collected');
  const today = promised.filter((card) => card.promisedAt!.slice(0, 10) === now.slice(0, 10));
  const overdue = promised.filter((card) => card.promisedAt!.slice(0, 10) < now.slice(0, 10));
  const marks = spots(today, (card) => here(minutesOfDay(card.promisedAt!)), width);
  const nowAt = here(minutesOfDay(now));
  // Where a plate stands at this hour, it is read; the time moves up among the hours.
  const beside = marks.some((spot) => (Math.abs(spot.at - nowAt) / 100) * width < 75);
  return (
    <nav className="dayrule" ref={ref} aria-label="Promised today">
      {ticks}
      {overdue.length > 0 && <Mark spot={{ at: 0, cards: overdue }} edge current={current} />}
      {marks.map((spot) => (
        <Mark key={spot.cards[0]!.id} spot={spot} current={current} />
      ))}
      <div className={`now ${beside ? 'beside' : ''}`} style={vars({ '--at': `${nowAt}%` })}>
        <span>{clock(now).replace(/ [ap]m$/, '')}</span>
      </div>
    </nav>
  );
}

function Mark({ spot, edge, current }: { spot: Spot; edge?: boolean; current?: number }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const first = spot.cards[0]!;
  const words = (card: Card) =>
    `${card.plate || card.number}, promised ${clock(card.promisedAt!)}${card.promiseState === 'Late' ? ', late' : card.promiseState === 'CannotBeKept' ? ', at risk' : ''}`;
  const place = vars({ '--at': edge ? '4px' : `clamp(34px, ${spot.at}%, calc(100% - 34px))` });
  if (spot.cards.length === 1)
    return (
      <Link
        className={`plate ${current === first.id ? 'on' : (toneOf(first) ?? '')} ${edge ? 'edge' : ''}`}
        style={place}
        to={`/orders/${first.id}`}
        aria-label={words(first)}
        title={words(first)}
      >
        {first.plate || first.number}
      </Link>
    );
  const stop = spot.cards.some((card) => toneOf(card));
  const on = spot.cards.some((card) => card.id === current);
  return (
    <>
      <button
        className={`plate stack ${on ? 'on' : stop ? 'stop' : ''}`}
        style={place}
        onClick={(event) => setAnchor(event.currentTarget)}
        aria-haspopup="menu"
        title={spot.cards.map(words).join('\n')}
      >
        {first.plate || first.number} +{spot.cards.length - 1}
      </button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {spot.cards.map((card) => (
          <MenuItem key={card.id} component={Link} to={`/orders/${card.id}`} onClick={() => setAnchor(null)}>
            <span className={`plate ${toneOf(card) ?? ''} ${styles.inMenu}`}>{card.plate || card.number}</span>
            {clock(card.promisedAt!)} · {card.title}
            {card.promiseState === 'Late' ? ' · late' : card.promiseState === 'CannotBeKept' ? ' · at risk' : ''}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
