import { Button, IconButton } from '@chakra-ui/react';
import { Redo2, Undo2 } from 'lucide-react';
import { useEffect, useState } from 'react';

import { Asking } from './Asking';
import type { Schemas } from '~/shared/http/client';

type Change = Schemas['ChangeBrief'];

interface Props {
  undo: Change | null;
  redo: Change | null;
  busy: boolean;
  onUndo: (sure: boolean) => void;
  onRedo: (sure: boolean) => void;
}

/** Undo and redo, with Ctrl+Z and Ctrl+Shift+Z outside of fields; another's change is asked about. */
export function UndoRedo({ undo, redo, busy, onUndo, onRedo }: Props) {
  const [asked, setAsked] = useState<{ change: Change; verb: 'Undo' | 'Redo' } | null>(null);
  const begin = (change: Change | null, verb: 'Undo' | 'Redo') => {
    if (!change || busy) return;
    if (change.by) setAsked({ change, verb });
    else (verb === 'Undo' ? onUndo : onRedo)(false);
  };
  useEffect(() => {
    function press(event: KeyboardEvent) {
      const inField = event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if (inField || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      event.preventDefault();
      begin(event.shiftKey ? redo : undo, event.shiftKey ? 'Redo' : 'Undo');
    }
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });
  return (
    <>
      <Step verb="Undo" change={undo} busy={busy} icon={<Undo2 />} onPress={() => begin(undo, 'Undo')} />
      <Step verb="Redo" change={redo} busy={busy} icon={<Redo2 />} onPress={() => begin(redo, 'Redo')} />
      {asked && (
        <Asking title={`${asked.verb} what ${asked.change.by} did?`} onLeave={() => setAsked(null)}>
          {asked.change.by} made this change: {asked.change.label}.
          <Button
            size="sm"
            bg="action"
            color="onAction"
            onClick={() => {
              (asked.verb === 'Undo' ? onUndo : onRedo)(true);
              setAsked(null);
            }}
          >
            {asked.verb} it all the same
          </Button>
        </Asking>
      )}
    </>
  );
}

function Step({
  verb,
  change,
  busy,
  icon,
  onPress,
}: {
  verb: string;
  change: Change | null;
  busy: boolean;
  icon: React.ReactNode;
  onPress: () => void;
}) {
  const whose = change?.by ? ` (by ${change.by})` : '';
  const words = change ? `${verb}: ${change.label}${whose}` : `Nothing to ${verb.toLowerCase()}`;
  return (
    <IconButton
      size="sm"
      variant="outline"
      aria-label={words}
      title={change ? words : undefined}
      disabled={!change || busy}
      onClick={onPress}
    >
      {icon}
    </IconButton>
  );
}
