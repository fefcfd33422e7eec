import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { useAllKeys, useKeys } from '../lib/keys';
import { Combo } from '../ui/Combo';
import styles from './CommandList.module.css';

/** Any command of the present page, by its words (Ctrl K), and the keys of the present page (?). */
export function CommandList() {
  const [open, setOpen] = useState<'commands' | 'keys' | null>(null);
  const [text, setText] = useState('');
  const groups = useAllKeys();
  useKeys('Everywhere', [
    { key: 'Ctrl K', label: 'Any command', run: () => setOpen('commands'), always: true },
    { key: '?', label: 'Keys of this page', run: () => setOpen('keys') },
  ]);
  const close = () => {
    setOpen(null);
    setText('');
  };
  const words = text.toLowerCase().split(' ').filter(Boolean);
  const commands = groups
    .flatMap((g) => g.bindings)
    .filter((b) => !b.hidden && b.label !== 'Any command' && words.every((w) => b.label.toLowerCase().includes(w)));
  return (
    <>
      <Dialog
        open={open === 'commands'}
        onClose={close}
        fullWidth
        maxWidth="sm"
        slotProps={{ paper: { sx: { overflow: 'visible', alignSelf: 'flex-start', mt: 8 } } }}
        aria-labelledby="commands-title"
      >
        <DialogTitle id="commands-title">Any command</DialogTitle>
        <DialogContent sx={{ overflow: 'visible', pb: 3 }}>
          <Combo
            className="field"
            autoFocus
            label="Command"
            placeholder="Type what you want to do…"
            text={text}
            onText={setText}
            none="No command on this page has these words."
            choices={commands.map((b, i) => ({
              key: `${b.label}${i}`,
              kind: b.key,
              content: <span>{b.label}</span>,
              take: () => {
                close();
                setTimeout(b.run, 250);
              },
            }))}
          />
        </DialogContent>
      </Dialog>
      <Dialog open={open === 'keys'} onClose={close} fullWidth maxWidth="sm" aria-labelledby="keys-title">
        <DialogTitle id="keys-title">Keys of this page</DialogTitle>
        <DialogContent>
          {[...new Set(groups.map((g) => g.title))].reverse().map((title) => (
            <section className={styles.group} key={title}>
              <h3 className="soft small">{title}</h3>
              <table className="list">
                <tbody>
                  {groups
                    .filter((g) => g.title === title)
                    .flatMap((g) => g.bindings)
                    .filter((b) => b.key)
                    .map((b) => (
                      <tr key={b.key + b.label}>
                        <td className={styles.key}>
                          <span className="key">{b.key}</span>
                        </td>
                        <td>{b.label}</td>
                      </tr>
                    ))}
                </tbody>
              </table>
            </section>
          ))}
        </DialogContent>
      </Dialog>
    </>
  );
}
