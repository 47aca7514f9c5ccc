import { startCore } from './core/core'

// Whoever opens a visit or a property by its address wants a judgement: the core starts while the rest of the page is still being read.
if (/^\/(visits|properties)\//.test(location.pathname)) startCore()

void import('./app/start')
