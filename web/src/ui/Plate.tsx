/** A license plate, the car's face. Without one it says so. */
export function Plate({ text, large, tone }: { text: string; large?: boolean; tone?: 'stop' | 'on' }) {
  return <span className={`plate ${large ? 'large' : ''} ${tone ?? ''}`}>{text || 'no plate'}</span>;
}
