import { startCore } from './core/core'

// Whoever opens a visit or a property by its address wants a judgement: without a connection the core starts while the rest of the page is still being read.
if (!navigator.onLine && /^\/(visits|properties)\//.test(location.pathname)) startCore()

void import('./app/start')
