import { Box, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';

import { noticesOptions } from './api';
import { fromWhere } from './notice';
import { Section } from './Section';
import { moment } from '~/shared/format/time';
import { Trouble } from '~/shared/ui/States';

/** What happened to one's account, whoever did it. */
export function Notices() {
  const list = useQuery(noticesOptions);
  return (
    <Section title="What happened to your account">
      {list.error && <Trouble error={list.error} />}
      {list.data?.length === 0 && <Text color="soft">Nothing but ordinary sign-ins.</Text>}
      <Box as="ul" listStyleType="none">
        {list.data?.map((own) => (
          <Box as="li" key={own.id} py="1" borderTop="1px solid" borderColor="line">
            {own.what}
            <Text fontSize="xs" color="soft">
              {moment(own.at)}
              {fromWhere(own)}
            </Text>
          </Box>
        ))}
      </Box>
    </Section>
  );
}
