import { Box, Button, Flex, Text } from '@chakra-ui/react'
import { useMutation } from '@tanstack/react-query'
import { FileDown } from 'lucide-react'
import { useState } from 'react'
import { downloadMade } from '../../shared/download'
import { Loading, Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'

/** The preview is the report: the same page that is printed to PDF. */
export function ReportPage() {
  const { dossier } = useVisitContext()
  const { id } = dossier.visit
  const pdf = useMutation({ mutationFn: () => downloadMade(`/api/visits/${id}/report.pdf`, 'roof-report.pdf') })
  const left = dossier.roofs.reduce((sum, { assessment }) => sum + assessment.coverage.left.length, 0)
  return (
    <Box>
      <Flex gap="3" align="center" wrap="wrap" mb="2">
        <Button
          size="lg"
          colorPalette="verdigris"
          onClick={() => pdf.mutate()}
          loading={pdf.isPending}
          loadingText="Printing the PDF"
        >
          <FileDown /> Get the PDF
        </Button>
        <Text flex="1" minW="14rem">
          {left > 0
            ? `${left} ${left === 1 ? 'place is' : 'places are'} neither inspected nor given a reason; the report says so under “Not inspected, and why”.`
            : 'Every place is inspected or has a reason.'}
        </Text>
      </Flex>
      {pdf.isError && <Trouble error={pdf.error} onRetry={() => pdf.mutate()} />}
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
