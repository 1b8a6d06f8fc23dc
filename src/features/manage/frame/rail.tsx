'use client';

import { Box, chakra, Flex, IconButton, Menu, Portal, VStack } from '@chakra-ui/react';
import { Ellipsis, type LucideIcon, Moon, Search, Store, Sun } from 'lucide-react';
import { useTheme } from 'next-themes';
import { PageLink } from '@/ui/page-link';
import { usePathname } from 'next/navigation';
import { type ReactNode } from 'react';
import { CommandsProvider, Palette, Shortcuts } from '@/features/kit/palette';
import { PAGES, RAIL } from '@/features/kit/shared';
import { CONTENT, SkipLink } from '@/ui/skip-link';
import { useMounted } from '@/ui/use-mounted';
import { OnlyLooks, PersonMenu, type SignedIn } from './person-menu';

const RailLink = chakra(PageLink);

/** How a place of the rail looks. On a low screen they stand closer, so that none is below its end. */
const PLACE = {
  display: 'flex',
  flexDirection: 'column',
  alignItems: 'center',
  gap: '1',
  w: 'full',
  py: '2.5',
  css: { '@media (max-height: 780px)': { paddingBlock: '5px' } },
  fontSize: 'xs',
  fontWeight: '600',
} as const;

function RailPlace({
  href,
  label,
  icon: Icon,
  current,
  newTab = false,
}: {
  href: string;
  label: string;
  icon: LucideIcon;
  current: boolean;
  newTab?: boolean;
}) {
  return (
    <RailLink
      href={href}
      target={newTab ? '_blank' : undefined}
      aria-current={current ? 'page' : undefined}
      {...PLACE}
      color={current ? 'oak.50' : 'oak.200'}
      bg={current ? 'oak.700' : 'transparent'}
      borderLeftWidth="3px"
      borderLeftColor={current ? 'copper.400' : 'transparent'}
      borderRightWidth="3px"
      borderRightColor="transparent"
      _hover={{ color: 'oak.50', bg: 'oak.800' }}
    >
      <Icon size={20} aria-hidden />
      {label}
    </RailLink>
  );
}

/** A knot in oak: the mark of the house. */
function Mark() {
  return (
    <svg width="34" height="34" viewBox="0 0 34 34" aria-hidden>
      <ellipse cx="17" cy="17" rx="15" ry="13" fill="#9c763f" />
      <ellipse cx="17.5" cy="17" rx="11" ry="9" fill="none" stroke="#e2d0b0" strokeWidth="1.6" />
      <ellipse cx="18" cy="17.4" rx="6.6" ry="5.2" fill="none" stroke="#e2d0b0" strokeWidth="1.6" />
      <ellipse cx="18.6" cy="17.6" rx="2.4" ry="1.9" fill="#46331e" />
    </svg>
  );
}

/** Light or dark, remembered by the browser. */
function LightSwitch() {
  const { resolvedTheme, setTheme } = useTheme();
  const mounted = useMounted();
  const dark = mounted && resolvedTheme === 'dark';
  return (
    <IconButton
      aria-label={dark ? 'Switch to light' : 'Switch to dark'}
      variant="ghost"
      size="sm"
      color="oak.200"
      _hover={{ bg: 'oak.800', color: 'oak.50' }}
      onClick={() => setTheme(dark ? 'light' : 'dark')}
    >
      {dark ? <Sun size={18} /> : <Moon size={18} />}
    </IconButton>
  );
}

/** Every page there is, one press further: the rail has no room for all. */
function AllPages({ path }: { path: string }) {
  const isInRail = RAIL.some(({ within }) => within.some((start) => path.startsWith(start)));
  return (
    <Menu.Root positioning={{ placement: 'right-start' }}>
      <Menu.Trigger asChild>
        <chakra.button
          type="button"
          {...PLACE}
          cursor="pointer"
          color={!isInRail ? 'oak.50' : 'oak.200'}
          bg={!isInRail ? 'oak.700' : 'transparent'}
          _hover={{ color: 'oak.50', bg: 'oak.800' }}
        >
          <Ellipsis size={20} aria-hidden />
          All pages
        </chakra.button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content>
            {PAGES.map(({ href, title }) => (
              <Menu.Item key={href} value={href} asChild>
                <PageLink href={href} aria-current={path === href ? 'page' : undefined}>
                  {title}
                </PageLink>
              </Menu.Item>
            ))}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}

/** The manager's side: a slim rail of places on the left, the place on the right. */
export function ManagerFrame({ person, children }: { person: SignedIn; children: ReactNode }) {
  const path = usePathname();
  // What the manager works with is drawn by their own browser: to draw it on the server, too, would make customers
  // wait.
  const awake = useMounted();
  return (
    <CommandsProvider>
      <SkipLink />
      <Flex minH="100vh">
        <VStack
          as="nav"
          aria-label="Places"
          w="84px"
          flexShrink={0}
          bg="oak.900"
          pt="4"
          pb="3"
          gap="1"
          position="sticky"
          top="0"
          h="100vh"
          overflowY="auto"
          _print={{ display: 'none' }}
        >
          <Box mb="3" title="Oak Knot">
            <Mark />
          </Box>
          {RAIL.map(({ href, label, icon, within }) => (
            <RailPlace
              key={href}
              href={href}
              label={label}
              icon={icon}
              current={within.some((start) => path.startsWith(start))}
            />
          ))}
          <AllPages path={path} />
          <Box flex="1" />
          <IconButton
            aria-label="Find anything (Ctrl K)"
            title="Find anything (Ctrl K)"
            variant="ghost"
            size="sm"
            color="oak.200"
            _hover={{ bg: 'oak.800', color: 'oak.50' }}
            onClick={() => window.dispatchEvent(new Event('oak-knot-palette'))}
          >
            <Search size={18} />
          </IconButton>
          <RailPlace href="/shop" label="To the shop" icon={Store} current={false} newTab />
          <LightSwitch />
          <PersonMenu person={person} />
        </VStack>
        <Box as="main" id={CONTENT} tabIndex={-1} outline="none" flex="1" minW="0" aria-busy={!awake}>
          {awake && <OnlyLooks person={person} path={path} />}
          {awake ? children : <noscript>This side of Oak Knot needs JavaScript.</noscript>}
        </Box>
        <Palette />
        <Shortcuts />
      </Flex>
    </CommandsProvider>
  );
}
