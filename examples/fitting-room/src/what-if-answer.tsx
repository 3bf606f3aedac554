import { Button, Text } from '@mantine/core';
import { useState } from 'react';
import type { WhatIf } from 'yelto/browser';
import type { Room } from './use-room.js';

const tries: readonly { readonly what: WhatIf['what']; readonly label: string }[] = [
  { what: 'longer text', label: 'its text were longer' },
  { what: 'one more', label: 'there were one more of it' },
  { what: 'gone', label: 'it were gone' },
];

/** Changes to the page itself, for trying only: would the override still hold? */
export function WhatIfAnswer({ room }: { room: Room }) {
  const [detail, setDetail] = useState('');
  const { chosen, supposed } = room;
  if (!chosen) {
    return (
      <Text size="sm" c="dimmed">
        Choose a box first.
      </Text>
    );
  }
  return (
    <>
      <Text size="sm" c="dimmed" mb={6}>
        To see whether your draft would hold. None of this goes into the draft; a reload takes it away.
      </Text>
      <div className="states">
        {tries.map(({ what, label }) => (
          <button
            key={what}
            type="button"
            className="rung"
            aria-pressed={supposed === what}
            onClick={() => room.suppose(supposed === what ? undefined : { index: chosen.index, what })}
          >
            {label}
          </button>
        ))}
      </div>
      <form
        className="one-line"
        onSubmit={(event) => {
          event.preventDefault();
          const what = /[=[]/.test(detail) ? 'attribute' : 'class';
          if (detail.trim()) room.suppose({ index: chosen.index, what, detail: detail.trim() });
        }}
      >
        <input
          aria-label="A class or an attribute that it might have"
          placeholder="a class, or data-kind=garden"
          value={detail}
          onChange={(event) => setDetail(event.currentTarget.value)}
        />
        <Button type="submit" size="compact-xs" variant="default">
          it had this
        </Button>
      </form>
      {supposed && (
        <Text size="sm" mt={6}>
          Supposed now: {supposed}.{' '}
          <Button size="compact-xs" variant="subtle" onClick={() => room.suppose()}>
            Back to the page as it is
          </Button>
        </Text>
      )}
    </>
  );
}
