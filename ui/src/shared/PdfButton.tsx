import { Box, Button } from '@chakra-ui/react'
import { useMutation } from '@tanstack/react-query'
import { FileDown } from 'lucide-react'
import type { ReactNode } from 'react'
import { downloadMade } from './download'
import { Trouble } from './States'

type Props = { path: string; fallback: string; plain?: boolean; busy?: string; children: ReactNode }

/** Has the server print a document and hands it over; what goes wrong is said below, to be tried again. */
export function PdfButton({ path, fallback, plain = false, busy = 'Printing the PDF', children }: Props) {
  const pdf = useMutation({ mutationFn: () => downloadMade(path, fallback) })
  return (
    <Box>
      <Button
        size="lg"
        {...(plain ? { variant: 'outline' } : { colorPalette: 'verdigris' })}
        onClick={() => pdf.mutate()}
        loading={pdf.isPending}
        loadingText={busy}
      >
        <FileDown /> {children}
      </Button>
      {pdf.isError && <Trouble error={pdf.error} onRetry={() => pdf.mutate()} />}
    </Box>
  )
}
