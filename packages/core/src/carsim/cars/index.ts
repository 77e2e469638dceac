import type { SimulatedCar } from '../simulated-car.ts';
import { camperVan } from './camper-van.ts';
import { coupe } from './coupe.ts';
import { electricEstate } from './electric-estate.ts';
import { peopleCarrier } from './people-carrier.ts';

/** The made-up cars of the demo shop, the one that shows most first. */
export const DEMO_CARS: readonly SimulatedCar[] = [peopleCarrier, camperVan, coupe, electricEstate];
