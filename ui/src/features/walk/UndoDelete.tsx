import { Button, Flex, Text } from '@chakra-ui/react'
import { useLocation, useNavigate } from 'react-router'
import type { FindingFact } from '../../api/types'
import { useRecord } from '../../shared/facts'
import { conditionOf } from '../../shared/ownCondition'
import { Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'

/** Left behind by a deletion: the fact as it was, and the revision that deleted it. */
type Deletion = { deleted: FindingFact; revision: string }

/** A deleted finding can be taken back until one leaves the walk; its photos come back with it. */
export function UndoDelete() {
  const location = useLocation()
  const navigate = useNavigate()
  const { book } = useVisitContext()
  const deletion = location.state as Deletion | null
  const record = useRecord(deletion ? [{ factId: deletion.deleted.id, revision: deletion.revision, clash: false }] : [])
  if (!deletion?.deleted) return null
  const name = conditionOf(book, deletion.deleted)?.name
  const undo = () =>
    record.mutate([{ kind: 'finding', fact: deletion.deleted }], {
      onSuccess: () => navigate(location.pathname + location.search, { replace: true, state: null }),
    })
  return (
    <Flex className="k-sheet" role="status" align="center" gap="3" mb="3">
      <Text flex="1">“{name}” was deleted.</Text>
      <Button colorPalette="verdigris" onClick={undo} loading={record.isPending}>
        Undo
      </Button>
      {record.isError && <Trouble error={record.error} />}
    </Flex>
  )
}
