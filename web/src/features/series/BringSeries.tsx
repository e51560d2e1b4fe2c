import { Box, Button, Text } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';

import { useDocument } from './api';
import { shortDate } from '~/shared/format/time';
import { seriesOf } from '~/shared/http/jsonText';
import { Asking } from '~/shared/ui/Asking';
import { Trouble } from '~/shared/ui/States';

/** So many broken musts are told before the series is made. */
const MOST_TOLD = 6;

/** A whole series from a file: what is in it is shown first, then it is made. */
export function BringSeries() {
  const file = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const { look, make } = useDocument();
  const [document, setDocument] = useState<Record<string, unknown> | null>(null);
  const [broken, setBroken] = useState<Error | null>(null);
  const leave = () => {
    setDocument(null);
    setBroken(null);
    look.reset();
    make.reset();
  };
  const read = async (picked: File) => {
    try {
      const found = seriesOf(await picked.text());
      setDocument(found);
      look.mutate(found);
    } catch (error) {
      setBroken(error as Error);
    }
  };
  const error = broken ?? look.error ?? make.error;
  const seen = look.data;
  return (
    <>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        hidden
        aria-label="Series document"
        onChange={(event) => {
          const picked = event.target.files?.[0];
          if (picked) void read(picked);
          event.target.value = '';
        }}
      />
      <Button variant="outline" onClick={() => file.current?.click()}>
        From a file
      </Button>
      {(document ?? broken) && (
        <Asking title="A series from a file" onLeave={leave}>
          {error && <Trouble error={error} />}
          {seen && (
            <Box>
              <Text fontWeight="600">{seen.name}</Text>
              <Text>
                {seen.weeks} weeks from {shortDate(seen.start)}, {seen.minutes} minutes, {seen.room}; {seen.classes} of{' '}
                {seen.slots} classes. It becomes a new series: nothing that is here changes.
              </Text>
              <Text mt="2" color={seen.musts.length ? 'rowanInk' : 'fernInk'}>
                {seen.musts.length ? `${seen.musts.length} musts are not kept in it:` : 'Every must is kept in it.'}
              </Text>
              {seen.musts.slice(0, MOST_TOLD).map((words) => (
                <Text key={words} fontSize="xs">
                  {words}
                </Text>
              ))}
            </Box>
          )}
          {seen && document && (
            <Button
              size="sm"
              bg="action"
              color="onAction"
              loading={make.isPending}
              onClick={() => make.mutate(document, { onSuccess: (made) => void navigate(`/series/${made.id}`) })}
            >
              Make the series
            </Button>
          )}
        </Asking>
      )}
    </>
  );
}
