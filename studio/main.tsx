import '@fontsource-variable/source-sans-3/wght.css';
import './styles.css';
import { createRoot } from 'react-dom/client';
import { loadLanguage } from './words/language';

// Words stand in places that are made as the app is loaded: its language is loaded before.
await loadLanguage();
const [{ app }, { registerOffline }] = await Promise.all([
  import('./app'),
  import('./state/app-version'),
]);
registerOffline();
createRoot(document.getElementById('root')!).render(app);
