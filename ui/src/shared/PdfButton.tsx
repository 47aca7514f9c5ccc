import { Box, Button } from '@chakra-ui/react'
import { useMutation } from '@tanstack/react-query'
import { FileDown } from 'lucide-react'
import type { ReactNode } from 'react'
import { downloadMade } from './download'
import { Trouble } from './States'

/** Has the server print a document and hands it over; what goes wrong is said below, to be tried again. */
export function PdfButton({ path, fallback, children }: { path: string; fallback: string; children: ReactNode }) {
  const pdf = useMutation({ mutationFn: () => downloadMade(path, fallback) })
  return (
    <Box>
      <Button
        size="lg"
        colorPalette="verdigris"
        onClick={() => pdf.mutate()}
        loading={pdf.isPending}
        loadingText="Printing the PDF"
      >
        <FileDown /> {children}
      </Button>
      {pdf.isError && <Trouble error={pdf.error} onRetry={() => pdf.mutate()} />}
    </Box>
  )
}
