export { type Entity, entitiesOf, settled, type Version } from './versions';
