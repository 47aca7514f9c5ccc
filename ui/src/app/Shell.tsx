import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { LogOut, Sun } from 'lucide-react'
import { useState } from 'react'
import { Link, Outlet } from 'react-router'
import type { SessionAnswer } from '../api/types'
import { applyTheme, storedTheme, type Theme, themes } from './themeChoice'

type Props = { person: NonNullable<SessionAnswer['person']>; demoMode: boolean; onSignOut: () => void }

export function Shell({ person, demoMode, onSignOut }: Props) {
  return (
    <Flex direction="column" minH="100vh">
      <Flex as="header" className="k-bar" align="center" gap="3" px={{ base: '3', md: '6' }} py="2">
        <Link to="/">
          <Flex align="center" gap="2">
            <img src="/mark.svg" alt="" width="30" height="30" />
            <Text fontWeight="bold" fontSize="xl">
              Kalpa
            </Text>
          </Flex>
        </Link>
        {demoMode && (
          <Text fontSize="sm">
            Demo<span className="k-phonehide">: everything here is made up</span>
          </Text>
        )}
        <Box flex="1" />
        <ThemeSwitch />
        <Text className="k-phonehide" fontSize="sm">
          {person.name}, {person.firmName}
        </Text>
        <Button variant="ghost" size="sm" onClick={onSignOut} _hover={{ bg: 'whiteAlpha.300' }}>
          <LogOut size={18} /> <span className="k-phonehide">Sign out</span>
          <span className="k-hidden">Sign out</span>
        </Button>
      </Flex>
      <Box as="main" flex="1" w="full" maxW="1240px" mx="auto" px={{ base: '3', md: '6' }} py={{ base: '3', md: '4' }}>
        <Outlet />
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
      <Sun size={18} /> {themes[theme]}
    </Button>
  )
}
