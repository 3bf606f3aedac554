// What a person is told who pointed at a frame: what is inside is another page.
import { Alert, Button } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { Framed } from './engine.js';
import type { Room } from './use-room.js';

export function FrameNote({ room }: { room: Room }) {
  const { chosen, engine } = room;
  const [framed, setFramed] = useState<Framed>();
  useEffect(() => {
    let isStale = false;
    setFramed(undefined);
    if (chosen && !chosen.pseudo)
      void engine.framed(chosen.index).then((found) => !isStale && setFramed(found));
    return () => {
      isStale = true;
    };
  }, [chosen, engine]);
  if (!framed) return null;
  const { address, isOwn } = framed;
  return (
    <Alert color="yellow" p="xs" mb="sm">
      <b>This is a frame: what is inside is another page.</b>{' '}
      {isOwn ? (
        <>
          It is one of the site’s own. What you paste counts in there only if the site loads your sheet there
          too.{' '}
          <Button size="compact-xs" variant="outline" color="dark" onClick={() => room.visit(address)}>
            Open that page here
          </Button>
        </>
      ) : address ? (
        `It comes from another host, ${address}: no sheet of yours reaches into it. Look for that service’s own settings. You can still style the frame’s box: its size, border and place.`
      ) : (
        'It is written into the page itself: no sheet of yours reaches into it. You can still style the frame’s box: its size, border and place.'
      )}
    </Alert>
  );
}
