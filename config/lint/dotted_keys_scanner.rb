# frozen_string_literal: true

require "i18n/tasks/scanners/file_scanner"
require "i18n/tasks/scanners/occurrence_from_position"

# Keys of pages, components and templates that begin with a dot, wherever they stand: t(late ? ".late" : ".open") asks
# for two.
class DottedKeysScanner < I18n::Tasks::Scanners::FileScanner
  include I18n::Tasks::Scanners::OccurrenceFromPosition

  ROOTS = %w[lib/just_seal/web/pages/ lib/just_seal/web/views/ lib/just_seal/web/].freeze
  KEY = /"(\.[a-z_]+(?:\.[a-z_]+)*)"/

  protected

  def scan_file(path)
    text = read_file(path)
    keys = text.to_enum(:scan, KEY).map { [Regexp.last_match(1), Regexp.last_match.begin(1)] }
    keys.map { |key, place| ["#{scope(path)}#{key}", occurrence_from_position(path, text, place)] }
  end

  private

  # lib/just_seal/web/views/dockets/_party_row.erb => dockets.party_row
  def scope(path)
    relative = path.delete_prefix(ROOTS.find { |root| path.start_with?(root) })
    relative.sub(/\.(rb|erb)\z/, "").gsub("/_", "/").tr("/", ".")
  end
end
