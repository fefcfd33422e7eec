/** @jsxImportSource preact */
import '@fontsource/barlow/latin-400.css';
import '@fontsource/barlow/latin-600.css';
import './customers.css';
import { render } from 'preact';
import { ApprovePage } from './ApprovePage';
import { DocumentPage } from './DocumentPage';

// This page stands by itself: it goes to phones on slow lines and brings nothing of the counter's program along.
const [, page, token = ''] = /\/(approve|documents)\/([\w-]+)/.exec(location.pathname) ?? [];
render(page === 'documents' ? <DocumentPage token={token} /> : <ApprovePage token={token} />, document.getElementById('page')!);
