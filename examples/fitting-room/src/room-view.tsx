import { Alert, Button, Group, NativeSelect, Text, Title } from '@mantine/core';
import { useRef, useState, type ReactNode } from 'react';
import { ChangeAnswer } from './change-answer.js';
import { DraftAnswer } from './draft-answer.js';
import { GovernAnswer } from './govern-answer.js';
import { LadderAnswer } from './ladder-answer.js';
import { PasteAnswer } from './paste-answer.js';
import { useRoom } from './use-room.js';

const demoPages = [
  { value: '/r14/catalogue/index.html', label: 'Catalogue (demo site)' },
  { value: '/r14/tool/index.html', label: 'Cider press (demo site)' },
];

type Question = 'point' | 'govern' | 'change' | 'prove' | 'paste';

export function RoomView() {
  const room = useRoom();
  const frame = useRef<HTMLIFrameElement>(null);
  const asked = new URLSearchParams(location.search).get('page');
  const [address, setAddress] = useState(asked?.startsWith('/') ? asked : demoPages[0].value);
  const [open, setOpen] = useState<Question>('point');
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
  const falling = room.verdicts.filter(({ outcome }) => outcome !== 'wins').length;
  const draftState =
    room.verdicts.length === 0
      ? ''
      : falling
        ? ` (${falling} of ${room.verdicts.length} not)`
        : ` (${room.verdicts.length === 1 ? 'it does' : `all ${room.verdicts.length} do`})`;

  return (
    <main className="room">
      <iframe
        ref={frame}
        className="stage"
        title="The page that is tried on"
        src={address}
        onLoad={() => frame.current && room.enter(frame.current)}
      />
      <div className="worksheet">
        <Group justify="space-between" mb={6} wrap="nowrap">
          <Title order={1} size="h4">
            Fitting room
          </Title>
          <Text size="xs" c="dimmed" role="status">
            {room.status}
          </Text>
        </Group>
        <NativeSelect
          aria-label="Page"
          size="xs"
          mb="sm"
          data={demoPages}
          value={address}
          onChange={(event) => setAddress(event.currentTarget.value)}
        />
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
        {ask('prove', `Does your draft hold?${draftState}`, <DraftAnswer room={room} />)}
        {ask('paste', 'Paste it', <PasteAnswer room={room} />)}
      </div>
    </main>
  );
}
