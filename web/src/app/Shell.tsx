import { Box, Button, Flex, IconButton, Link, Text } from '@chakra-ui/react';
import { useQuery } from '@tanstack/react-query';
import { LogOut, Moon, Sun, User } from 'lucide-react';
import { lazy, Suspense } from 'react';
import { Link as RouterLink, Outlet, useMatch } from 'react-router';

import { toggleColorMode, useColorMode } from './colorMode';
import { Mark } from './Mark';
import { Standing } from './Standing';
import { useTitle } from './useTitle';
import { Finder } from '~/features/find';
import { meOptions, SignInAgain, SignInPage, useSignOut } from '~/features/signin';
import { Problem } from '~/shared/http/problem';
import { useEnded } from '~/shared/http/session';
import { Offline, Waiting } from '~/shared/ui/States';

// What waits for the network can wait for its code as well.
const Outbox = lazy(async () => ({ default: (await import('~/features/record/Outbox')).Outbox }));
const Told = lazy(async () => ({ default: (await import('~/features/account/Told')).Told }));

export function Shell() {
  const me = useQuery(meOptions);
  const ended = useEnded();
  // On the floor nothing stands above the class.
  const floor = useMatch('/series/:id/classes/:slot/teach');
  useTitle();
  if (!me.data) {
    if (me.error instanceof Problem && me.error.status === 401) return <SignInPage />;
    if (me.error) return <Offline onRetry={() => void me.refetch()} />;
    return (
      <>
        <Waiting what="Opening Grike" />
        <Standing />
      </>
    );
  }
  return (
    <Flex direction="column" minH="100dvh">
      {!floor && (
        <Link href="#content" position="absolute" left="-999em" _focus={{ left: '2', top: '2' }}>
          Skip to the content
        </Link>
      )}
      {!floor && <TopBar name={me.data.name} role={me.data.role} />}
      <Suspense fallback={null}>
        {!floor && <Told />}
        <Outbox person={me.data.sign_in_name} />
      </Suspense>
      <Box as="main" id="content" flex="1" px={floor ? '0' : '5'} py={floor ? '0' : '3'}>
        <Suspense fallback={<Waiting what="Opening the page" />}>
          <Outlet />
        </Suspense>
      </Box>
      <Standing />
      <Suspense fallback={null}>{ended && <SignInAgain name={me.data.name} />}</Suspense>
    </Flex>
  );
}

const PLACES = [
  ['/', 'Series'],
  ['/mine', 'My classes'],
  ['/movements', 'Movements'],
  ['/shapes', 'Shapes'],
  ['/house', 'House'],
] as const;

function TopBar({ name, role }: { name: string; role: string }) {
  const mode = useColorMode();
  const signOut = useSignOut();
  return (
    <Flex
      as="header"
      className="no-print"
      align="center"
      gap={{ base: '2.5', md: '4' }}
      px={{ base: '3', md: '5' }}
      h="11"
      bg="panel"
      borderBottom="1px solid"
      borderColor="line"
    >
      <Link asChild color="ink" fontFamily="heading" fontWeight="700" fontSize="lg">
        <RouterLink to="/" aria-label="Grike">
          <Mark />
          <Box as="span" display={{ base: 'none', md: 'inline' }}>
            Grike
          </Box>
        </RouterLink>
      </Link>
      <Flex as="nav" aria-label="Pages" gap="inherit" minW="0" overflowX="auto">
        {PLACES.map(([to, name]) => (
          <Link key={to} asChild color="soft" whiteSpace="nowrap">
            <RouterLink to={to}>{name}</RouterLink>
          </Link>
        ))}
      </Flex>
      <Link asChild ml="auto" color="soft" truncate flexShrink="0">
        <RouterLink to="/account" aria-label={`${name}, ${role}: your account`}>
          <User size={16} aria-hidden="true" />
          <Text as="span" display={{ base: 'none', md: 'inline' }}>
            {name}, {role}
          </Text>
        </RouterLink>
      </Link>
      <Finder />
      <IconButton
        aria-label={mode === 'dark' ? 'Use light colours' : 'Use dark colours'}
        size="xs"
        variant="ghost"
        onClick={toggleColorMode}
      >
        {mode === 'dark' ? <Sun /> : <Moon />}
      </IconButton>
      <Button size="xs" variant="ghost" aria-label="Sign out" onClick={() => signOut.mutate()}>
        <LogOut />
        <Text as="span" display={{ base: 'none', md: 'inline' }}>
          Sign out
        </Text>
      </Button>
    </Flex>
  );
}
