import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { BookOpen, Sun } from 'lucide-react'
import { useState } from 'react'
import { Link, Outlet, useNavigate } from 'react-router'
import type { SessionAnswer } from '../api/types'
import { KeySheet } from '../features/sync/KeySheet'
import { NotSecure, SyncStatus } from '../features/sync/SyncStatus'
import { useShortcuts } from '../shared/shortcuts'
import { BookUpdate } from './BookUpdate'
import { SignIns } from './SignIns'
import { SignOut } from './SignOut'
import { applyTheme, storedTheme, type Theme, themes } from './themeChoice'

type Props = { session: SessionAnswer; onSignOut: () => void }

export function Shell({ session, onSignOut }: Props) {
  const { person, demoMode } = session
  const navigate = useNavigate()
  useShortcuts({
    h: { words: 'Roofs', act: () => navigate('/') },
    q: { words: 'Rule book', act: () => navigate('/book') },
  })
  return (
    <Flex direction="column" minH="100vh">
      <Flex
        as="header"
        className="k-bar"
        align="center"
        gap={{ base: '1', md: '3' }}
        px={{ base: '2', md: '6' }}
        py="2"
      >
        <Link to="/" aria-label="Kalpa: all roofs">
          <Flex align="center" gap="2">
            <img src="/mark.svg" alt="" width="30" height="30" style={{ flex: 'none' }} />
            <Text fontWeight="bold" fontSize="xl" className="k-phonehide">
              Kalpa
            </Text>
          </Flex>
        </Link>
        {demoMode && (
          <Text fontSize="sm">
            Demo<span className="k-phonehide">: all data here is fictional</span>
          </Text>
        )}
        <Box flex="1" />
        <Link to="/book" aria-label="Rule book" className="k-barlink">
          <BookOpen size={18} /> <span className="k-phonehide">Rule book</span>
        </Link>
        <SyncStatus session={session} />
        <ThemeSwitch />
        <Text className="k-phonehide" fontSize="sm">
          {person?.name}, {person?.firmName}
        </Text>
        <SignIns />
        <SignOut onSignOut={onSignOut} name={person?.name ?? ''} />
      </Flex>
      <Box as="main" flex="1" w="full" maxW="1240px" mx="auto" px={{ base: '3', md: '6' }} py={{ base: '3', md: '4' }}>
        {!window.isSecureContext && <NotSecure />}
        {(session.notices ?? []).map((notice) => (
          <Text key={notice} className="k-caution" role="status">
            {notice}
          </Text>
        ))}
        <BookUpdate />
        <Outlet />
        <KeySheet />
      </Box>
    </Flex>
  )
}

function ThemeSwitch() {
  const [theme, setTheme] = useState<Theme>(storedTheme)
  const next = () => {
    const names = Object.keys(themes) as Theme[]
    const chosen = names[(names.indexOf(theme) + 1) % names.length] as Theme
    applyTheme(chosen)
    setTheme(chosen)
  }
  return (
    <Button
      variant="ghost"
      size="sm"
      onClick={next}
      aria-label={`Theme: ${themes[theme]}. Change`}
      _hover={{ bg: 'whiteAlpha.300' }}
    >
      <Sun size={18} /> <span className="k-phonehide">{themes[theme]}</span>
    </Button>
  )
}
