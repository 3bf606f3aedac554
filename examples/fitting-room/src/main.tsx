import '@mantine/core/styles.css';
import './room.css';
import { createTheme, MantineProvider } from '@mantine/core';
import { createRoot } from 'react-dom/client';
import { BookmarkView } from './bookmark-view.js';
import { invitation } from './invitation.js';
import { RoomView } from './room-view.js';

const theme = createTheme({
  primaryColor: 'grape',
  primaryShade: { light: 8, dark: 7 },
  fontFamily: '"Liberation Sans", "DejaVu Sans", sans-serif',
  fontFamilyMonospace: '"Liberation Mono", "DejaVu Sans Mono", monospace',
  headings: { fontFamily: '"Liberation Sans", "DejaVu Sans", sans-serif' },
});

createRoot(document.getElementById('room')!).render(
  <MantineProvider theme={theme} defaultColorScheme="auto">
    {invitation.isFirst ? <BookmarkView /> : <RoomView />}
  </MantineProvider>,
);
