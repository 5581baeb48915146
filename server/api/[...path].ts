import { plainNo } from '../limits/plain-no'

export default defineEventHandler((event) => plainNo(event))
