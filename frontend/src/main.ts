import { mount } from 'svelte';
import { askSession } from './api/queries';
import App from './App.svelte';
import { keepFocus } from './kit/keepFocus';
import './app.css';

const target = document.getElementById('app');
if (!target) throw new Error('The page has no place for the application.');

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
