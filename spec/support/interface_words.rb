# frozen_string_literal: true

# What the interface says: specs name it by its key, so that a word can be bettered in one place.
module InterfaceWords
  def t(key, **facts) = I18n.t(key, **facts, raise: true)
end
