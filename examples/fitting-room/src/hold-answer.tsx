import { Button, Text } from '@mantine/core';
import { useState } from 'react';
import type { Toggle } from './engine.js';
import type { Room } from './use-room.js';

const everyday = [':hover', ':focus', ':active'];

/** States that would change the chosen box, kept on while looking. */
export function HoldAnswer({ room }: { room: Room }) {
  const [own, setOwn] = useState('');
  const { chosen, toggles: known, held } = room;
  if (!chosen) {
    return (
      <>
        <Text size="sm" c="dimmed">
          Choose a box for its states.
        </Text>
        <Asked room={room} />
      </>
    );
  }
  const toggles = known ?? [];
  const usual: Toggle[] = everyday
    .filter((state) => !toggles.some((one) => one.state === state && one.index === chosen.index))
    .map((state) => ({ index: chosen.index, state, label: `${state} on it`, changes: '' }));
  const isHeld = ({ index, state }: Toggle) => held.some((one) => one.index === index && one.state === state);
  const flip = (toggle: Toggle) =>
    room.hold(
      isHeld(toggle)
        ? held.filter((one) => one.index !== toggle.index || one.state !== toggle.state)
        : [...held, toggle],
    );
  const all = [
    ...held.filter(
      (one) => ![...toggles, ...usual].some((two) => two.index === one.index && two.state === one.state),
    ),
    ...toggles,
    ...usual,
  ];
  return (
    <>
      <Text size="sm" c="dimmed" mb={6}>
        {sentenceOn(known)}
      </Text>
      <div className="states">
        {all.map((toggle) => (
          <button
            key={`${toggle.index}${toggle.state}`}
            type="button"
            className="rung"
            aria-pressed={isHeld(toggle)}
            onClick={() => flip(toggle)}
          >
            <code>{toggle.label}</code>
            {toggle.changes && <small>changes {toggle.changes}</small>}
          </button>
        ))}
      </div>
      <form
        className="one-line"
        onSubmit={(event) => {
          event.preventDefault();
          const state = own.trim();
          if (/^(\.|:|\[)/.test(state))
            flip({ index: chosen.index, state, label: `${state} on it`, changes: '' });
          setOwn('');
        }}
      >
        <input
          aria-label="Another state"
          placeholder=".is-open or [aria-expanded=true]"
          value={own}
          onChange={(event) => setOwn(event.currentTarget.value)}
        />
        <Button type="submit" size="compact-xs" variant="default">
          Keep on
        </Button>
      </form>
      <Asked room={room} />
    </>
  );
}

function sentenceOn(known: readonly Toggle[] | undefined): string {
  if (!known) return 'Looking…';
  return known.length
    ? 'The site’s sheets know these states of it. Press one to keep it on; a change is then written for it alone.'
    : 'The site’s sheets know no state that would change it.';
}

/** What the site asks of window and person. The page beside stays as the browser shows it; the answers do not. */
function Asked({ room: { asked, looked, held, hold } }: { room: Room }) {
  if (asked.length === 0) return null;
  const flip = (words: string) =>
    hold(held, looked.includes(words) ? looked.filter((one) => one !== words) : [...looked, words]);
  return (
    <>
      <Text size="sm" c="dimmed" my={6}>
        The site also looks otherwise in these cases. Press one, and all answers here are for it; the page
        beside stays as your browser shows it.
      </Text>
      <div className="states">
        {asked.map((words) => (
          <button
            key={words}
            type="button"
            className="rung"
            aria-pressed={looked.includes(words)}
            onClick={() => flip(words)}
          >
            {words}
          </button>
        ))}
      </div>
    </>
  );
}
