/** @jsxImportSource preact */
import '@fontsource/barlow/latin-400.css';
import '@fontsource/barlow/latin-600.css';
import '../../Approval/page/customers.css';
import './book.css';
import { render } from 'preact';
import { BookPage } from './BookPage';
import { OwnBooking } from './OwnBooking';

// This page stands by itself, also in a frame of the shop's own site.
const token = /\/book\/([\w-]+)/.exec(location.pathname)?.[1];
render(token ? <OwnBooking token={token} /> : <BookPage />, document.getElementById('page')!);
