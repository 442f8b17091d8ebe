import { Hash } from '@adonisjs/hash'
import { Scrypt } from '@adonisjs/hash/drivers/scrypt'

const hash = new Hash(new Scrypt({}))

export const hashOf = (password: string) => hash.make(password)
export const matches = (stored: string, password: string) => hash.verify(stored, password)
