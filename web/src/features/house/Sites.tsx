import { Box, Button, Flex, Heading, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';

import { type Site, type SiteFields, useSites } from './api';
import { KeptForm } from './KeptForm';
import { KeptRow } from './KeptRow';
import { useIsDirector } from '~/features/signin';
import { Problem } from '~/shared/http/problem';
import { sitesOptions } from '~/shared/http/vocabulary';
import { TextField } from '~/shared/ui/Fields';
import { Trouble } from '~/shared/ui/States';

const NEW: SiteFields = { name: '', address: '', in_emergency: '' };

/** The places at which the house teaches; one that has only one needs none of this. */
export function Sites() {
  const director = useIsDirector();
  const sites = useQuery(sitesOptions);
  const { forget } = useSites();
  const [open, setOpen] = useState<number | 'new' | null>(null);
  const close = () => setOpen(null);
  const error = sites.error ?? forget.error;
  return (
    <Box as="section" aria-label="Sites" mb="6">
      <Flex align="center" gap="3" mb="2">
        <Heading as="h2" size="lg">
          Sites
        </Heading>
        {director && (
          <Button size="xs" variant="outline" onClick={() => setOpen('new')}>
            A new site
          </Button>
        )}
      </Flex>
      {error && <Trouble error={error} />}
      {sites.data?.length === 0 && open === null && (
        <Text color="soft">
          No site is kept. Keep one for each place that you teach at: what to know in an emergency then stands before
          every class there.
        </Text>
      )}
      {open === 'new' && <EditSite site={null} onDone={close} />}
      <Box as="ul" listStyleType="none">
        {sites.data?.map((site) => (
          <KeptRow
            key={site.id}
            name={site.name}
            words={[site.address, site.in_emergency].filter(Boolean).join('. ') || 'No address yet'}
            forgetting={forget.isPending}
            onChange={() => setOpen(open === site.id ? null : site.id)}
            onForget={() => forget.mutate(site.id)}
          >
            {open === site.id && <EditSite key={site.version} site={site} onDone={close} />}
          </KeptRow>
        ))}
      </Box>
    </Box>
  );
}

function EditSite({ site, onDone }: { site: Site | null; onDone: () => void }) {
  const { keep } = useSites();
  const [draft, setDraft] = useState<SiteFields>(site ?? NEW);
  const set = (part: Partial<SiteFields>) => setDraft({ ...draft, ...part });
  const fields = keep.error instanceof Problem ? keep.error.fields : {};
  return (
    <KeptForm
      what="site"
      pending={keep.isPending}
      error={keep.error}
      onKeep={() => {
        const { name, address, in_emergency } = draft;
        keep.mutate({ of: site, body: { name, address, in_emergency } }, { onSuccess: onDone });
      }}
      onLeave={onDone}
    >
      <Flex gap="4" wrap="wrap" align="flex-start" mb="2">
        <TextField
          label="Name of the site"
          width="60"
          value={draft.name}
          error={fields.name}
          onChange={(name) => set({ name })}
        />
        <TextField
          label="Address, as you would say it on the telephone"
          width="96"
          value={draft.address}
          error={fields.address}
          onChange={(address) => set({ address })}
        />
      </Flex>
      <TextField
        label="In an emergency"
        help="Where the first aid box and the defibrillator are, which door the ambulance takes, who has the key."
        value={draft.in_emergency}
        error={fields.in_emergency}
        onChange={(in_emergency) => set({ in_emergency })}
      />
    </KeptForm>
  );
}
