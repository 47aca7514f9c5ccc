import { Box, Flex, Text } from '@chakra-ui/react'
import { useState } from 'react'
import { PdfButton } from '../../shared/PdfButton'
import { Loading } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'

/** The preview is the report: the same page that is printed to PDF. */
export function ReportPage() {
  const { dossier } = useVisitContext()
  const { id } = dossier.visit
  const left = dossier.roofs.reduce((sum, { assessment }) => sum + assessment.coverage.left.length, 0)
  return (
    <Box>
      <Flex gap="3" align="center" wrap="wrap" mb="2">
        <PdfButton path={`/api/visits/${id}/report.pdf`} fallback="roof-report.pdf">
          Get the PDF
        </PdfButton>
        <Text flex="1" minW="14rem">
          {left > 0
            ? `${left} ${left === 1 ? 'place is' : 'places are'} neither inspected nor given a reason; the report says so under “Not inspected, and why”.`
            : 'Every place is inspected or has a reason.'}
        </Text>
      </Flex>
      <Preview id={id} />
    </Box>
  )
}

function Preview({ id }: { id: string }) {
  const [loaded, setLoaded] = useState(false)
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
