import { Box, Button, Flex, Heading, Stack } from '@chakra-ui/react'
import { onlineManager } from '@tanstack/react-query'
import { Images } from 'lucide-react'
import { useState, useSyncExternalStore } from 'react'
import { Link } from 'react-router'
import { PdfButton } from '../../shared/PdfButton'
import { Empty, Loading } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { Deliveries } from './Deliveries'
import { Parts } from './Parts'
import { Questions } from './Questions'
import { ReportLinks } from './ReportLinks'
import { Signing } from './Signing'
import { Versions } from './Versions'

/** Signing, links and questions; below them the preview, which is the report: the same page that is printed to PDF. */
export function ReportPage() {
  const { dossier, visit } = useVisitContext()
  const { id } = dossier.visit
  return (
    <Stack gap="3">
      <Signing />
      <Versions />
      <ReportLinks />
      <Deliveries />
      <Questions />
      <Parts />
      <Flex gap="3" align="center" wrap="wrap">
        <Heading as="h2" size="lg" flex="1" minW="10rem">
          Preview
        </Heading>
        <Button asChild size="lg" variant="outline">
          <Link to={`${visit.base}/show`}>
            <Images /> Show the owner
          </Link>
        </Button>
        <Link to="/letterhead" className="k-link">
          Letterhead and statements
        </Link>
        <PdfButton path={`/api/visits/${id}/report.pdf`} fallback="roof-report.pdf" plain>
          Draft PDF
        </PdfButton>
      </Flex>
      <Preview id={id} />
    </Stack>
  )
}

function Preview({ id }: { id: string }) {
  const [loaded, setLoaded] = useState(false)
  const online = useSyncExternalStore(
    (tell) => onlineManager.subscribe(tell),
    () => onlineManager.isOnline(),
  )
  // A frame that cannot be fetched stays blank, and says nothing.
  if (!online)
    return (
      <Empty title="No preview without a connection">
        The report is made from what is on this device once it is synced. It can be signed meanwhile.
      </Empty>
    )
  return (
    <Box>
      {!loaded && <Loading what="the report" />}
      <iframe
        className="k-frame"
        title="Report preview"
        src={`/api/visits/${id}/report`}
        onLoad={() => setLoaded(true)}
        style={loaded ? undefined : { visibility: 'hidden' }}
      />
    </Box>
  )
}
