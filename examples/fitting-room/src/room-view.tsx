import { Alert, Button, Group, Text, TextInput, Title } from '@mantine/core';
import { useEffect, useState, type ReactNode } from 'react';
import { ChangeAnswer } from './change-answer.js';
import { DraftAnswer } from './draft-answer.js';
import { GovernAnswer } from './govern-answer.js';
import { HoldAnswer } from './hold-answer.js';
import { LadderAnswer } from './ladder-answer.js';
import { PasteAnswer } from './paste-answer.js';
import type { Rung } from './engine.js';
import { invitation } from './invitation.js';
import { StageView } from './stage-view.js';
import { TabView } from './tab-view.js';
import { useRoom, type Room } from './use-room.js';
import { WhatIfAnswer } from './what-if-answer.js';
import { WidthsAnswer } from './widths-answer.js';
import { WorkBar } from './work-bar.js';

type Question = 'point' | 'govern' | 'hold' | 'change' | 'prove' | 'widths' | 'what-if' | 'paste';

export function RoomView() {
  const room = useRoom();
  const [isComparing, setIsComparing] = useState(false);
  const [open, setOpen] = useState<Question>('point');
  const isTab = invitation.join !== '';
  const [property, setProperty] = useState('');
  const target = room.rungs.find(
    ({ index, pseudo }) => index === room.chosen?.index && pseudo === room.chosen.pseudo,
  );

  const ask = (question: Question, title: string, answer: ReactNode) => (
    <section>
      <button
        type="button"
        className="question"
        aria-expanded={open === question}
        // An answer that comes in between moves what is below it, and the press would end on something else.
        onPointerDown={({ pointerType, button }) =>
          pointerType === 'mouse' && button === 0 && setOpen(question)
        }
        onClick={() => setOpen(question)}
      >
        {title}
      </button>
      {open === question && <div className="answer">{answer}</div>}
    </section>
  );
  const begin = (name: string) => {
    setProperty(name);
    setOpen('change');
  };
  const kept = [...room.held.map(({ state }) => `${state} kept on`), ...room.looked];
  const falling = room.verdicts.filter(({ outcome }) => outcome !== 'wins').length;
  const draftState =
    room.verdicts.length === 0
      ? ''
      : falling
        ? ` (${falling} of ${room.verdicts.length} not)`
        : ` (${room.verdicts.length === 1 ? 'it does' : `all ${room.verdicts.length} do`})`;

  return (
    <main className={isTab ? 'room beside' : 'room'}>
      {isTab ? <TabView room={room} /> : <StageView room={room} isComparing={isComparing} />}
      <div className="side">
        <div className="notices">
          {room.isLost && (
            <Alert color="yellow" p="xs" mb="sm">
              {room.status}
              {!isTab && (
                <Button
                  size="compact-xs"
                  ml="xs"
                  variant="outline"
                  color="dark"
                  onClick={() => room.visit(room.address)}
                >
                  Back to the page
                </Button>
              )}
            </Alert>
          )}
          <Troubles room={room} />
        </div>
        <div className="worksheet" data-governed={room.governed && room.chosen?.index}>
          <Group justify="space-between" mb={6} wrap="nowrap">
            <Title order={1} size="h4">
              Fitting room
            </Title>
            <Text size="xs" c="dimmed" role="status">
              {room.isLost ? 'No page' : room.status}
            </Text>
          </Group>
          {room.unread.length > 0 && (
            <Alert color="yellow" p="xs" mb="sm">
              The browser has {room.unread.join(', ')}, and nobody here may read{' '}
              {room.unread.length === 1 ? 'it' : 'them'}: what hangs on that cannot be told.
            </Alert>
          )}
          {room.missing.length > 0 && (
            <Alert color="yellow" p="xs" mb="sm">
              Missing on this page: {room.missing.join(', ')}. It is shown without.
            </Alert>
          )}
          <Button
            fullWidth
            mb="sm"
            variant={room.isPicking ? 'light' : 'filled'}
            onClick={() => {
              room.setPicking(!room.isPicking);
              setOpen('point');
            }}
          >
            {room.isPicking
              ? 'Press the thing on the page… (or here to stop)'
              : 'Point at something on the page'}
          </Button>
          <ByWords room={room} onFound={() => setOpen('point')} />
          {ask(
            'point',
            'Which box do you mean?',
            <LadderAnswer room={room} onChosen={() => setOpen('govern')} />,
          )}
          {ask(
            'govern',
            target ? `What governs ${target.label.replace(/ “.*/, '')}?` : 'What governs it?',
            <GovernAnswer room={room} onChange={begin} />,
          )}
          {ask(
            'hold',
            `In which state?${kept.length ? ` (${kept.join(', ')})` : ''}`,
            <HoldAnswer room={room} />,
          )}
          {ask(
            'change',
            'What should it be?',
            <ChangeAnswer
              key={`${target?.index}${target?.pseudo}`}
              room={room}
              target={target}
              property={property}
              onProperty={setProperty}
              onWritten={() => setOpen('prove')}
            />,
          )}
          {ask(
            'prove',
            `Does your draft hold?${draftState}`,
            <DraftAnswer room={room} isComparing={isComparing} onCompare={setIsComparing} />,
          )}
          {!isTab && ask('widths', 'And at other widths?', <WidthsAnswer room={room} />)}
          {ask('what-if', 'What if…', <WhatIfAnswer room={room} />)}
          {ask('paste', 'Paste it', <PasteAnswer room={room} />)}
        </div>
        <WorkBar room={room} />
      </div>
    </main>
  );
}

/** What stands between the room and its draft. */
function Troubles({ room: { draft } }: { room: Room }) {
  return (
    <>
      {!draft.isLinked && (
        <Alert color="red" p="xs" mb="sm">
          The room’s server does not answer. If it still runs, what you write is saved when it answers again.
          If it was ended, keep a copy, and open a new room with yelto try. <Copy draft={draft} />
        </Alert>
      )}
      {draft.rooms > 1 && (
        <Alert color="yellow" p="xs" mb="sm">
          This draft is open in {draft.rooms} rooms; each shows what the others write.
        </Alert>
      )}
      {draft.trouble && (
        <Alert color="red" p="xs" mb="sm">
          {draft.trouble} <Copy draft={draft} />
        </Alert>
      )}
      {draft.theirs !== undefined && (
        <Alert color="orange" p="xs" mb="sm" title="The draft was changed elsewhere in the same lines">
          <pre className="theirs">{draft.theirs}</pre>
          <Group gap="xs">
            <Button size="compact-xs" onClick={() => draft.settle('mine')}>
              Keep what I wrote here
            </Button>
            <Button size="compact-xs" variant="default" onClick={() => draft.settle('theirs')}>
              Take what is in the file
            </Button>
          </Group>
        </Alert>
      )}
    </>
  );
}

/** The draft as it stands here, as a file of the browser's. */
function Copy({ draft: { text, file } }: { draft: Room['draft'] }) {
  const href = `data:text/css;charset=utf-8,${encodeURIComponent(text)}`;
  return (
    <a href={href} download={file.split(/[\\/]/).pop() || 'my.css'}>
      Keep a copy of the draft
    </a>
  );
}

/** Finds a thing by words that it shows: the way in for the keyboard. */
function ByWords({ room, onFound }: { room: Room; onFound: () => void }) {
  const [words, setWords] = useState('');
  const [found, setFound] = useState<readonly Rung[]>([]);
  const { engine, reads } = room;
  // Asked again of a page that was read anew: there the same things have other numbers.
  useEffect(() => {
    let isLate = false;
    void engine.withWords(words).then((list) => isLate || setFound([...list]));
    return () => {
      isLate = true;
    };
  }, [engine, reads, words]);
  // Numbered as the page is read at that moment: it may be another reading than the one that the list is of.
  const choose = async (label: string, place: number) => {
    const now = (await engine.withWords(words))[place];
    setWords('');
    setFound([]);
    room.pointTo((now?.label === label ? now : found[place]).index);
    onFound();
  };
  return (
    <div className="by-words">
      <TextInput
        size="xs"
        aria-label="Or find it by words on the page"
        placeholder="…or type words that it shows"
        value={words}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      {words.trim().length > 1 && found.length === 0 && <Text size="xs">No text on the page reads so.</Text>}
      {found.map(({ index, label }, place) => (
        <button
          // Not by number: a new reading gives others, and the keyboard's focus is to stay.
          key={`${label} ${place}`}
          type="button"
          className="rung"
          onMouseEnter={() => room.light([index], label)}
          onFocus={() => room.light([index], label)}
          onClick={() => void choose(label, place)}
        >
          <code>{label}</code>
        </button>
      ))}
    </div>
  );
}
