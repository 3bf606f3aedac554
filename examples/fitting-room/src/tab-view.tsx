import { Alert, Button, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import { askingPage, type AskingPage } from './tab-link.js';
import type { Room } from './use-room.js';

/** In place of the stage, where the page stands in the person's own tab: asks whether it is the one that is meant. */
export function TabView({ room: { enter } }: { room: Room }) {
  const [asking, setAsking] = useState<AskingPage>();
  const [isAgreed, setIsAgreed] = useState(false);
  const [trouble, setTrouble] = useState('');
  useEffect(() => {
    askingPage().then(setAsking, (error: Error) => setTrouble(error.message));
    return () => enter(null);
  }, [enter]);
  const agree = () => {
    setIsAgreed(true);
    enter(asking!);
  };
  return (
    <div className="tab-area">
      {trouble && (
        <Alert color="yellow" p="xs">
          {trouble}
        </Alert>
      )}
      {asking && !isAgreed && (
        <Alert color="grape" p="xs" title="Is this the page that you want to fit?">
          <Text size="sm" mb="xs">
            <code>{asking.address}</code> will show your draft. Its scripts can see what is tried on it, as on
            any page.
          </Text>
          <Button size="xs" onClick={agree}>
            Yes, fit this page
          </Button>
        </Alert>
      )}
      {isAgreed && (
        <Text size="sm">
          The page is in your other tab: <code>{asking?.address}</code>
        </Text>
      )}
      {!asking && !trouble && <Text size="sm">Asking the page in the other tab…</Text>}
    </div>
  );
}
