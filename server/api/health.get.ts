export default route(async () => ({ ok: true, driver: (await dbHandle()).driver }))
