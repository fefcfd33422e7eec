/** @jsxImportSource preact */
import '@fontsource/barlow/latin-400.css';
import '@fontsource/barlow/latin-600.css';
import './customers.css';
import { render } from 'preact';
import { ApprovePage } from './ApprovePage';

// This page stands by itself: it goes to phones on slow lines and brings nothing of the counter's program along.
const token = /\/approve\/([\w-]+)/.exec(location.pathname)?.[1] ?? '';
render(<ApprovePage token={token} />, document.getElementById('page')!);
