import { Flex, Heading } from '@chakra-ui/react'
import { Link, useParams } from 'react-router'
import { useProperty } from '../../shared/queries'
import { sceneOfProperty, sceneOfVisit } from '../../shared/roofPlan/scenes'
import { Empty, Loading, Trouble } from '../../shared/States'
import { useVisitContext } from '../../shared/visitContext'
import { PlanDesk } from './PlanDesk'

/** The plan of a roof, from its property. */
export function PropertyPlanPage() {
  const { propertyId = '', roofId = '' } = useParams()
  const property = useProperty(propertyId)
  if (property.isPending) return <Loading what="the property" />
  if (property.isError) return <Trouble error={property.error} onRetry={() => property.refetch()} />
  const roof = property.data.roofs.find(({ id }) => id === roofId)
  if (!roof) return <Empty title="There is no such roof">Go back to the property and choose one of its roofs.</Empty>
  return (
    <>
      <Flex align="baseline" gap="3" wrap="wrap" mb="3">
        <Heading as="h1" size="xl">
          <Link to={`/properties/${propertyId}`}>{property.data.property.name}</Link>
        </Heading>
        <span>{roof.name}, roof plan</span>
      </Flex>
      <PlanDesk scene={sceneOfProperty(property.data, roofId)} />
    </>
  )
}

/** The plan of the roof that is being visited, with the visit's findings on it. */
export function VisitPlanPage() {
  const { visit, assessment } = useVisitContext()
  return <PlanDesk scene={sceneOfVisit(visit, assessment)} />
}
