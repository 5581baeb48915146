import { defineEventHandler } from 'h3'
import { plainNo } from '../limits/plain-no'

export default defineEventHandler((event) => plainNo(event))
