import { Button } from '@chakra-ui/react'
import { PenTool } from 'lucide-react'
import { lazy, Suspense, useState } from 'react'
import type { PhotoEdits, PhotoFact } from '../../api/types'
import { Sheet } from '../Sheet'
import { Loading } from '../States'

const PhotoEditor = lazy(async () => ({ default: (await import('./PhotoEditor')).PhotoEditor }))

type Props = { photo: PhotoFact; name: string; onChange: (edits: PhotoEdits | null) => void }

/** Arrows, circles, numbers, blurred boxes, a crop and a level horizon on a photo. The original stays as it was taken. */
export function MarkUp({ photo, name, onChange }: Props) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button size="md" variant="outline" onClick={() => setOpen(true)} aria-label={`Mark up ${name}`}>
        <PenTool size={16} /> Mark up
      </Button>
      <Sheet title="Mark up the photo" open={open} onClose={() => setOpen(false)} wide>
        {open && (
          <Suspense fallback={<Loading what="the photo" />}>
            <PhotoEditor
              photo={photo}
              onSave={(edits) => {
                onChange(edits)
                setOpen(false)
              }}
            />
          </Suspense>
        )}
      </Sheet>
    </>
  )
}
