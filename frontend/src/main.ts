import { mount } from 'svelte';
import { askSession } from './api/queries';
import App from './App.svelte';
import { keepFocus } from './kit/keepFocus';
import './app.css';

// Browsers give it only to pages from this machine or over HTTPS; a club's server at the field may be neither.
if (!('randomUUID' in crypto))
  Object.assign(crypto, {
    randomUUID: () =>
      '10000000-1000-4000-8000-100000000000'.replace(/[018]/g, (d) =>
        (+d ^ (crypto.getRandomValues(new Uint8Array(1))[0]! & (15 >> (+d / 4)))).toString(16),
      ),
  });

const target = document.getElementById('app');
if (!target) throw new Error('The page has no place for the application.');

// The page's own line while the server prepares what flies; its script takes it away.
const LOOK_AGAIN_MS = 1500;
const warming = document.getElementById('warming');
if (warming) {
  const look = setInterval(() => {
    void fetch('/ready').then((answer) => {
      if (answer.status !== 204) return;
      clearInterval(look);
      warming.remove();
    });
  }, LOOK_AGAIN_MS);
}

const KEEP_AFTER_MS = 3000;

// Browsers keep a page only on this machine or over HTTPS; elsewhere the field's own screen says so.
if (import.meta.env.PROD && 'serviceWorker' in navigator)
  window.addEventListener('load', () => {
    // Keeping everything for the field can wait until what was asked for is there.
    setTimeout(() => {
      navigator.serviceWorker.register('/sw.js').catch(() => {
        document.documentElement.dataset.kept = 'no';
      });
    }, KEEP_AFTER_MS);
  });

// Drawn in a breath of its own, after all there is has been read: the page's own frame stands meanwhile.
setTimeout(() => {
  askSession();
  setTimeout(() => {
    target.replaceChildren();
    mount(App, { target });
    keepFocus(document);
  });
});
