import styles from './requests.module.css';

/** Degrees on each side of the middle of the map. */
const SPAN = 0.05;
const MILES_A_DEGREE = 69;

/** Where a vehicle was: a grid of miles around the place, drawn without anything from outside. */
export function PlaceMap({ latitude, longitude, place }: { latitude: number; longitude: number; place: string }) {
  const across = SPAN / Math.cos((latitude * Math.PI) / 180);
  const step = 1 / MILES_A_DEGREE;
  const lines = (from: number, degrees: number) => {
    const first = Math.ceil(from / step) * step;
    return Array.from(
      { length: Math.floor((from + 2 * degrees - first) / step) + 1 },
      (_, i) => ((first + i * step - from) / (2 * degrees)) * 100,
    );
  };
  const degrees = (value: number, [plus, minus]: [string, string]) => `${Math.abs(value).toFixed(4)}° ${value < 0 ? minus : plus}`;
  const words = `${degrees(latitude, ['N', 'S'])}, ${degrees(longitude, ['E', 'W'])}`;
  return (
    <figure className={styles.map}>
      <svg viewBox="0 0 100 70" role="img" aria-label={`${place || 'The vehicle'} at ${words}; one square is a mile`}>
        <rect width="100" height="70" className={styles.ground} />
        {lines(longitude - across, across).map((x) => (
          <line key={`x${x}`} x1={x} x2={x} y1="0" y2="70" />
        ))}
        {lines(latitude - SPAN, SPAN).map((y) => (
          <line key={`y${y}`} x1="0" x2="100" y1={70 - y * 0.7} y2={70 - y * 0.7} />
        ))}
        <circle cx="50" cy="35" r="4" className={styles.spot} />
      </svg>
      <figcaption className="soft small">{words} · one square is a mile</figcaption>
    </figure>
  );
}
