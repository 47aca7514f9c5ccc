import { Button, Flex } from '@chakra-ui/react'
import { Camera, Trash2 } from 'lucide-react'
import type { FindingFact } from '../../api/types'
import { PhotoButton } from '../../shared/PhotoButton'
import { Trouble } from '../../shared/States'
import { useTakePhotos } from '../../shared/takePhotos'
import type { FindingForm } from './useFindingForm'

/** The keys that keep a finding, leave it or take it away; they stay in sight on the phone. */
export function FindingFoot({ form, isNew }: { form: FindingForm; isNew: boolean }) {
  const { condition, draft, photos, record, saving, blocked, save, takeAndSave, remove, leave } = form
  return (
    <Flex className="k-foot" gap="2" wrap="wrap">
      {condition ? (
        <>
          <PhotoButton
            camera
            label="Photo and save"
            onFiles={takeAndSave}
            disabled={blocked || record.isPending || saving}
            className="k-photokey k-photokey-main"
          >
            <Camera size={20} /> <span>Photo and save</span>
          </PhotoButton>
          <Button
            size="lg"
            variant="outline"
            flex="1 0 auto"
            px={{ base: '3', lg: '5' }}
            aria-label={saveWords(photos.busy, photos.list.length > 0 || !isNew)}
            onClick={() => save()}
            disabled={blocked}
            loading={record.isPending || saving}
            loadingText={saving ? 'Reading the measure…' : undefined}
          >
            {photos.busy ? 'A moment …' : 'Save'}
          </Button>
        </>
      ) : (
        <LaterButton draft={draft} onDone={() => leave()} />
      )}
      <Button size="lg" variant="outline" px={{ base: '3', lg: '5' }} onClick={() => leave()}>
        Back
      </Button>
      {!isNew && (
        <Button size="lg" variant="outline" px="3" aria-label="Delete" onClick={remove}>
          <Trash2 />
        </Button>
      )}
    </Flex>
  )
}

const saveWords = (busy: boolean, whole: boolean) =>
  busy ? 'A moment …' : whole ? 'Save finding' : 'Save without a photo'

/** No wording at hand: the photo waits in the inbox, with its place. */
function LaterButton({ draft, onDone }: { draft: FindingFact; onDone: () => void }) {
  const take = useTakePhotos()
  const keep = (files: File[]) =>
    take.mutate(
      { files, fields: { slopeId: draft.slopeId ?? null, station: draft.station, writeUp: true } },
      { onSuccess: onDone },
    )
  return (
    <>
      <PhotoButton
        camera
        label="Photo now, details later"
        onFiles={keep}
        disabled={take.isPending}
        className="k-photokey"
      >
        <Camera size={20} /> <span>Photo now, details later</span>
      </PhotoButton>
      {take.isError && <Trouble error={take.error} />}
    </>
  )
}
