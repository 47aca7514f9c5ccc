import { ChakraProvider } from '@chakra-ui/react'
import createCache from '@emotion/cache'
import { CacheProvider } from '@emotion/react'
import '@fontsource-variable/atkinson-hyperlegible-next/index.css'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { ApiError } from '../api/client'
import { serverCore } from '../api/serverCore'
import { askMeanwhile } from '../core/core'
import './app.css'
import { App } from './App'
import { keepOffline } from './keepOffline'
import { system } from './theme'
import { applyTheme, storedTheme } from './themeChoice'

applyTheme(storedTheme())
keepOffline()
askMeanwhile(serverCore)

// Styles made at run time carry the page's nonce; without it the content security policy refuses them.
const nonce = document.querySelector<HTMLMetaElement>('meta[name="csp-nonce"]')?.content
const styles = createCache({ key: 'k', nonce })

const queries = new QueryClient({
  defaultOptions: {
    queries: { retry: (count, error) => count < 2 && !(error instanceof ApiError && error.status >= 400) },
  },
})

createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <CacheProvider value={styles}>
      <ChakraProvider value={system}>
        <QueryClientProvider client={queries}>
          <App />
        </QueryClientProvider>
      </ChakraProvider>
    </CacheProvider>
  </StrictMode>,
)
