import { NavLink } from 'react-router';
import styles from './RowLinks.module.css';

interface Row {
  key: number;
  to: string;
  name: string;
  aside: string;
  more: string;
  soft?: boolean;
}

/** A list of which one is shown beside it. */
export function RowLinks({ label, rows }: { label: string; rows: Row[] }) {
  return (
    <nav className={styles.list} aria-label={label}>
      {rows.map((row) => (
        <NavLink key={row.key} to={row.to}>
          <b className={row.soft ? 'soft' : ''}>{row.name}</b>
          <span className="soft">{row.aside}</span>
          <span className="soft small">{row.more}</span>
        </NavLink>
      ))}
    </nav>
  );
}
