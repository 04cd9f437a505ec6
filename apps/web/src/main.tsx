import '@fontsource-variable/figtree';
import '@fontsource-variable/fraunces';
import '@fontsource/ibm-plex-mono/400.css';
import '@fontsource/ibm-plex-mono/600.css';
import './styles.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './app';

const root = document.getElementById('root');
if (!root) throw new Error('the page has no root');
createRoot(root).render(
  <StrictMode>
    <App />
  </StrictMode>,
);
