import { Button, Code, NativeSelect, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { Step } from 'yelto';
import { readAnew } from './read-anew.js';
import { isStopped } from './stepwise.js';
import type { Room } from './use-room.js';

type Packed = Awaited<ReturnType<Room['engine']['pack']>>;

/** The text for the owner's panel, its size against the limit, and what had to be adapted. */
export function PasteAnswer({ room }: { room: Room }) {
  const [panels, setPanels] = useState<{ name: string; about: string; limit?: number }[]>([]);
  const [panel, setPanel] = useState('plinthwork');
  const [packed, setPacked] = useState<Packed>();
  const [isCopied, setIsCopied] = useState(false);
  const [standing, setStanding] = useState('');
  const [backup, setBackup] = useState('');

  useEffect(() => void room.engine.panels().then(setPanels), [room.engine]);
  useEffect(() => {
    setIsCopied(false);
    let isStale = false;
    room.engine.pack(room.draft.text, panel, standing).then(
      (made) => isStale || setPacked(made),
      (error: unknown) => {
        if (!isStopped(error)) throw error;
        // A text that was not proven is not offered.
        if (!isStale) setPacked(undefined);
      },
    );
    return () => {
      isStale = true;
    };
  }, [room.engine, room.attempts, room.draft.text, panel, standing]);

  const profile = panels.find(({ name }) => name === panel);
  if (room.draft.text.trim() === '') {
    return (
      <Text size="sm" c="dimmed">
        There is nothing to paste yet.
      </Text>
    );
  }
  return (
    <>
      <NativeSelect
        size="xs"
        label="Your panel"
        data={panels.map(({ name }) => name)}
        value={panel}
        onChange={(event) => setPanel(event.currentTarget.value)}
        description={profile?.about}
      />
      <textarea
        className="standing"
        aria-label="What stands in the panel now"
        placeholder="What stands in the panel now, so that it is kept: paste it here"
        value={standing}
        spellCheck={false}
        onChange={(event) => setStanding(event.currentTarget.value)}
      />
      {packed && (
        <>
          <Code block mt="xs" style={{ maxHeight: 220, overflow: 'auto' }}>
            {packed.text}
          </Code>
          <Text size="sm" mt={4}>
            {packed.size} characters{profile?.limit ? ` of ${profile.limit}` : ''}
            {packed.changes.length > 0 && `; ${packed.changes.join(', ')}`}
          </Text>
          <Text size="sm" mt={4} fw={600}>
            {provenWords(packed)}
          </Text>
          {packed.short.slice(0, 5).map((words) => (
            <Text key={words} size="sm">
              {words}
            </Text>
          ))}
          {packed.warnings.map((warning) => (
            <Text key={warning} size="sm" c="red.9">
              Mind: {warning}
            </Text>
          ))}
          <Button
            size="xs"
            mt="sm"
            onClick={async () => {
              await copy(packed.text);
              setIsCopied(true);
              if (standing.trim()) setBackup(await room.draft.link.backup(standing));
            }}
          >
            {isCopied ? 'Copied' : 'Copy for the panel'}
          </Button>
          {backup && (
            <Text size="xs" mt={4}>
              What stood in the panel is kept in {backup}.
            </Text>
          )}
          <Arrived room={room} />
        </>
      )}
    </>
  );
}

/** The pasted text is proven as it is, with what stood in the panel; rules for other pages match nothing here. */
function provenWords({ wins, absent, short }: Packed): string {
  const one = (amount: number, single: string, several: string) =>
    `${amount} ${amount === 1 ? single : several}`;
  const parts = [one(wins, 'declaration takes effect', 'declarations take effect')];
  if (short.length) parts.push(one(short.length, 'falls short', 'fall short'));
  if (absent) parts.push(`${one(absent, 'matches', 'match')} nothing on this page`);
  return `Proven as it will be pasted: ${parts.join(', ')}.`;
}

/** Asks the live site, as the person has it who is logged in here, whether the pasted text is there and wins. */
function Arrived({ room }: { room: Room }) {
  const [steps, setSteps] = useState<readonly Step[]>();
  const [trouble, setTrouble] = useState('');
  const ask = async () => {
    setTrouble('');
    setSteps(undefined);
    await readAnew(room)
      .then((source) => room.engine.confirm(source, room.draft.text))
      .then(setSteps, (error: Error) => setTrouble(error.message));
  };
  return (
    <>
      <Button size="xs" mt="sm" ml="xs" variant="default" onClick={() => void ask()}>
        Pasted. Has it arrived?
      </Button>
      {trouble && (
        <Text size="sm" mt={4}>
          {trouble}
        </Text>
      )}
      {steps?.map(({ question, ok, seen, remedy }) => (
        <div key={question} className="rival">
          <b>
            {ok ? 'Yes' : 'No'}: {question}?
          </b>
          {[...seen, ...(remedy ? [remedy] : [])].map((words) => (
            <div key={words}>{words}</div>
          ))}
        </div>
      ))}
    </>
  );
}

/** Where the clipboard is not allowed, the old way through a selection. */
async function copy(text: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text);
  } catch {
    const area = Object.assign(document.createElement('textarea'), { value: text });
    document.body.append(area);
    area.select();
    document.execCommand('copy');
    area.remove();
  }
}
