import { Alert, Code, Text, Title } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';

/** Gives the bookmark that opens the room beside any page; shown once, when `try --join` is first called. */
export function BookmarkView() {
  const link = useRef<HTMLAnchorElement>(null);
  const [script, setScript] = useState('');
  const [trouble, setTrouble] = useState('');
  useEffect(() => {
    const read = async () => {
      const answer = await fetch('join.js');
      if (!answer.ok) throw new Error(`${answer.status}`);
      return (await answer.text()).trim().replace('%YELTO-ROOM%', location.origin);
    };
    read().then(setScript, () => setTrouble('The room’s server does not answer. Run yelto try --join.'));
  }, []);
  // React refuses such addresses, as they mostly come from somebody else.
  useEffect(() => {
    if (script) link.current?.setAttribute('href', `javascript:${encodeURIComponent(script)}`);
  }, [script]);
  return (
    <main className="first">
      <Title order={1} size="h3" mb="md">
        Fit pages in your own tab
      </Title>
      {trouble && (
        <Alert color="red" mb="md">
          {trouble}
        </Alert>
      )}
      <ol>
        <li>
          Drag this to your bookmarks:{' '}
          <a ref={link} className="bookmark" onClick={(event) => event.preventDefault()}>
            Fit this page
          </a>
        </li>
        <li>
          Go to a page of your site, logged in as you are, and press the bookmark. The fitting room opens
          beside it.
        </li>
        <li>Point, change and prove there. When you go to another page, press the bookmark again.</li>
      </ol>
      <Text size="sm" c="dimmed">
        The bookmark holds no secret. It works while <Code>yelto try --join</Code> runs, in this browser,
        where this page was opened once.
      </Text>
    </main>
  );
}
