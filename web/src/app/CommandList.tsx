import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { useLocation } from 'react-router';
import { useAllKeys, useKeys } from '../lib/keys';
import { Combo } from '../ui/Combo';
import { HELP, helpFor, type Help } from './help';
import styles from './CommandList.module.css';

export type Listing = 'commands' | 'keys' | null;

/** Any command of the present page, by its words (Ctrl K), and the keys of the present page (?). */
export function CommandList({ open, setOpen }: { open: Listing; setOpen: (open: Listing) => void }) {
  const [text, setText] = useState('');
  const [about, setAbout] = useState<Help | null>(null);
  const here = helpFor(useLocation().pathname);
  const shown = about ?? here;
  const groups = useAllKeys();
  useKeys('Everywhere', [
    { key: 'Ctrl K', label: 'All commands', run: () => setOpen('commands'), always: true },
    { key: '?', label: 'Help and keys of this page', run: () => setOpen('keys') },
  ]);
  const close = () => {
    setOpen(null);
    setAbout(null);
    setText('');
  };
  const words = text.toLowerCase().split(' ').filter(Boolean);
  // What the page itself can do comes first.
  const commands = [...groups]
    .reverse()
    .flatMap((g) => g.bindings)
    .filter((b) => !b.hidden && b.label !== 'All commands' && words.every((w) => b.label.toLowerCase().includes(w)));
  const pages = words.length === 0 ? [] : Object.values(HELP).filter((help) => words.every((w) => textOf(help).includes(w)));
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
        <DialogTitle id="commands-title">All commands</DialogTitle>
        <DialogContent sx={{ overflow: 'visible', pb: 3 }}>
          <Combo
            className="field"
            autoFocus
            label="Command"
            placeholder="Type what you want to do…"
            text={text}
            onText={setText}
            openAtOnce
            none="No matching command. Try another word."
            choices={[
              ...commands.map((b, i) => ({
                key: `${b.label}${i}`,
                kind: b.key,
                content: <span>{b.label}</span>,
                take: () => {
                  close();
                  setTimeout(b.run, 250);
                },
              })),
              ...pages.map((help) => ({
                key: `help ${help.title}`,
                kind: 'Help',
                content: <span>{help.title}</span>,
                take: () => {
                  setText('');
                  setAbout(help);
                  setOpen('keys');
                },
              })),
            ]}
          />
        </DialogContent>
      </Dialog>
      <Dialog open={open === 'keys'} onClose={close} fullWidth maxWidth="sm" aria-labelledby="keys-title">
        <DialogTitle id="keys-title">{shown?.title ?? 'Keyboard shortcuts'}</DialogTitle>
        <DialogContent>
          {shown && <HelpText help={shown} />}
          {about && about !== here
            ? null
            : [...new Set(groups.map((g) => g.title))].reverse().map((title) => (
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

const textOf = (help: Help) => [help.title, help.purpose, ...help.steps, ...help.slips].join(' ').toLowerCase();

function HelpText({ help }: { help: Help }) {
  return (
    <section className={styles.group}>
      <p>{help.purpose}</p>
      <ol>
        {help.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <h3 className="soft small">Where people slip</h3>
      <ul>
        {help.slips.map((slip) => (
          <li key={slip}>{slip}</li>
        ))}
      </ul>
    </section>
  );
}
