/*
 * The demo's start file: a UEFI program that says that it was started, with the number that the emulated machine was given for this
 * run, and waits. It reads and writes no drive. Source of offsets: UEFI Specification 2.10, sections 4.3 (system table), 4.4 (boot
 * services) and 12.4 (simple text output); of the number: QEMU's firmware configuration device (docs/specs/fw_cfg).
 */
typedef unsigned char u8;
typedef unsigned short u16;
typedef unsigned int u32;
typedef unsigned long long u64;
#define EFI __attribute__((ms_abi))

typedef u64(EFI *output_string)(void *self, const u16 *text);
typedef u64(EFI *stall)(u64 microseconds);

static void write16(u16 port, u16 value) { __asm__ volatile("outw %0, %1" ::"a"(value), "Nd"(port)); }
static u8 read8(u16 port) {
  u8 value;
  __asm__ volatile("inb %1, %0" : "=a"(value) : "Nd"(port));
  return value;
}
static u32 read32(void) {
  u32 value = 0;
  for (int i = 0; i < 4; i += 1) value = value << 8 | read8(0x511);
  return value;
}

/* True only in a machine that is emulated: a real one is asked for nothing. */
static int is_emulated(void) {
  u32 a = 1, b, c, d;
  __asm__ volatile("cpuid" : "+a"(a), "=b"(b), "=c"(c), "=d"(d));
  if (!(c >> 31 & 1)) return 0;
  write16(0x510, 0);
  return read8(0x511) == 'Q' && read8(0x511) == 'E' && read8(0x511) == 'M' && read8(0x511) == 'U';
}

static int is_name(const u8 *name) {
  static const char wanted[] = "opt/jicara/run";
  for (u32 i = 0; i < sizeof wanted; i += 1)
    if (name[i] != (u8)wanted[i]) return 0;
  return 1;
}

/* Reads the run's number, at most `most` digits; how many there were. */
static u32 run_number(u16 *digits, u32 most) {
  if (!is_emulated()) return 0;
  write16(0x510, 0x19);
  u32 files = read32();
  for (u32 i = 0; i < files && i < 256; i += 1) {
    u8 entry[64];
    for (int at = 0; at < 64; at += 1) entry[at] = read8(0x511);
    if (!is_name(entry + 8)) continue;
    u32 bytes = entry[2] << 8 | entry[3];
    write16(0x510, (u16)(entry[4] << 8 | entry[5]));
    u32 count = 0;
    for (u32 at = 0; at < bytes && count < most; at += 1) {
      u8 digit = read8(0x511);
      if (digit >= '0' && digit <= '9') digits[count++] = digit;
    }
    return count;
  }
  return 0;
}

EFI u64 start(void *image, u8 *system) {
  (void)image;
  u8 *console = *(u8 **)(system + 64);
  u8 *services = *(u8 **)(system + 96);
  output_string print = *(output_string *)(console + 8);
  stall wait = *(stall *)(services + 248);
  static const u16 text[] = u"\r\nJicara demo start file, run ";
  static const u16 end[] = u".\r\n";
  u16 digits[21];
  u32 count = run_number(digits, 20);
  if (count == 0) digits[count++] = '?';
  digits[count] = 0;
  print(console, text);
  print(console, digits);
  print(console, end);
  for (;;) wait(1000000);
}
